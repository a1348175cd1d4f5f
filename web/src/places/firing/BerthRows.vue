<script setup lang="ts">
import { computed, ref } from 'vue'

import type { BerthTold, FiringPage } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'
import { ActionButton } from '../../kit/ActionButton'
import ChoiceField from '../../kit/ChoiceField.vue'
import TypedField from '../../kit/TypedField.vue'
import { lettersOf } from '../../logic/loadPlan'

/** The places of all that lies there, in words and as entries: for keyboard, phone and whoever does not see the plan. */
const props = defineProps<{ page: FiringPage; isStill?: boolean }>()
const emit = defineEmits<{ move: [index: number, change: Partial<BerthTold>]; choose: [index: number] }>()
const preferences = usePreferences()
const open = ref<number | null>(null)
function show(index: number) {
  open.value = open.value === index ? null : index
  emit('choose', index)
}
const letters = computed(() => lettersOf(props.page))
const levels = computed(() => props.page.layout!.levels.map((l) => ({ key: l.number, name: l.name })))
const typed = (m: number) => {
  const shown = {
    text: `${Math.round(m * 1000)} mm`,
    value: `${Math.round(m * 1000)}`,
    unit: 'mm',
    error: '',
  }
  const inches = {
    text: `${(m / 0.0254).toFixed(1)} in`,
    value: (m / 0.0254).toFixed(1),
    unit: 'in',
    error: '',
  }
  return { metric: shown, us: inches } as never
}
</script>

<template>
  <ul class="rows">
    <li v-for="(item, index) in page.layout!.items" :key="`${item.member}-${item.copy}`">
      <p class="small">
        <b>{{ letters[item.member] }}{{ item.copy > 1 ? item.copy : '' }}</b> {{ item.name }},
        {{ preferences.said(item.words) }}.
        <span v-for="(fault, i) in item.faults" :key="i" class="fault">✕ {{ preferences.said(fault) }} </span>
      </p>
      <ActionButton v-if="!isStill" :aria-expanded="open === index" @click="show(index)">{{
        open === index ? 'Leave it' : 'Move it'
      }}</ActionButton>
      <div v-if="!isStill && open === index">
        <TypedField
          label="From the left"
          :shown="typed(item.x_m)"
          @commit="(x) => emit('move', index, { x })"
        />
        <TypedField
          label="From the front"
          :shown="typed(item.y_m)"
          @commit="(y) => emit('move', index, { y })"
        />
        <ChoiceField
          v-if="levels.length > 1"
          label="Level"
          :value="item.level"
          :options="levels"
          @choose="(shelf: number) => emit('move', index, { shelf })"
        />
        <span class="acts">
          <ActionButton
            v-if="!item.is_round"
            @click="emit('move', index, { turn: String((Math.round(item.turn_deg) + 90) % 360) })"
            >Turn by a quarter</ActionButton
          >
          <ActionButton
            :aria-pressed="item.is_locked"
            @click="emit('move', index, { locked: !item.is_locked })"
            >{{ item.is_locked ? 'Unlock' : 'Lock' }}</ActionButton
          >
        </span>
      </div>
    </li>
  </ul>
</template>

<style scoped>
li {
  border-bottom: var(--line) solid var(--rule);
  padding: var(--s1) 0;
}

p {
  margin: 0;
}

.acts {
  display: flex;
  gap: var(--s4);
  min-height: var(--s8);
  align-items: center;
}
</style>
