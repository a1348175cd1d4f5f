<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'

import type { After, Compared } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { usePreferences } from '../../composables/usePreferences'
import ChoiceField from '../../kit/ChoiceField.vue'
import Fold from '../../kit/Fold.vue'
import { useLooking } from '../../kit/looking'

/** Each measure beside its prediction: typed in any unit, with the difference and whether both errors allow it. */
const looking = useLooking()
const props = defineProps<{
  measures: Compared[]
  typed: After['typed']
  places: After['places']
  copies: number
  faulty: Record<string, { typed: string; message: string }>
}>()
const emit = defineEmits<{ measure: [key: string, place: number, typed: string, copy: number] }>()
const preferences = usePreferences()
const shown = computed(() => props.measures.filter((m) => m.predicted || m.word !== 'open'))
const others = computed(() => props.measures.filter((m) => !m.predicted && m.word === 'open'))
/** Of a series: which copy is in the hand, 0 for all alike. */
const copy = ref(0)
const mine = computed(() => props.typed.filter((t) => t.copy_number === copy.value))
const which = computed(() => [
  { key: 0, name: 'all the same' },
  ...Array.from({ length: props.copies }, (_, i) => ({ key: i + 1, name: `number ${i + 1}` })),
])
const WORDS = { within: '✓ within', more: '▲ more', less: '▼ less', alone: '', open: '' } as const
const stands = (key: string, place: number) =>
  props.faulty[`${key}.${place}`]?.typed ??
  mine.value.find((t) => t.key === key && t.place === place)?.typed ??
  ''
/** One more place than is filled, up to as many as it takes. */
const rooms = (key: string) =>
  Math.min(props.places[key] ?? 1, mine.value.filter((t) => t.key === key).length + 1)
function commit(key: string, place: number, event: Event) {
  const text = (event.target as HTMLInputElement).value
  if (text !== stands(key, place)) emit('measure', key, place, text, copy.value)
}
</script>

<template>
  <section>
    <h3>Measured beside predicted</h3>
    <ChoiceField
      v-if="copies > 1"
      label="Which of them"
      is-view
      :value="copy"
      :options="which"
      @choose="(key: number) => (copy = key)"
    />
    <div v-for="row in shown" :key="row.key" class="row" :data-measure="row.key">
      <span class="name">{{ row.name }}</span>
      <span class="figures predicted">{{
        row.predicted ? preferences.pick(row.predicted).text : 'not predicted'
      }}</span>
      <span class="fields">
        <InputText
          v-for="place in rooms(row.key)"
          :key="place"
          :readonly="looking"
          :model-value="stands(row.key, place - 1)"
          class="figures"
          maxlength="30"
          :aria-label="`${row.name}, place ${place}`"
          :invalid="!!faulty[`${row.key}.${place - 1}`]"
          @blur="commit(row.key, place - 1, $event)"
          @keydown.enter="($event.target as HTMLInputElement).blur()"
        />
      </span>
      <span class="word">{{ WORDS[row.word] }}</span>
      <span v-if="row.says.metric" class="small quiet says"><MessageText :said="row.says" /></span>
      <template v-for="place in rooms(row.key)" :key="`f${place}`">
        <span v-if="faulty[`${row.key}.${place - 1}`]" class="fault" role="alert"
          >✕ {{ faulty[`${row.key}.${place - 1}`]!.message }}</span
        >
      </template>
    </div>
    <Fold v-if="others.length" name="measures-more" label="Something else was measured">
      <div v-for="row in others" :key="row.key" class="row" :data-measure="row.key">
        <span class="name">{{ row.name }}</span>
        <span></span>
        <span class="fields">
          <InputText
            :readonly="looking"
            class="figures"
            maxlength="30"
            :model-value="stands(row.key, 0)"
            :aria-label="row.name"
            @blur="commit(row.key, 0, $event)"
            @keydown.enter="($event.target as HTMLInputElement).blur()"
          />
        </span>
        <span v-if="faulty[`${row.key}.0`]" class="fault" role="alert"
          >✕ {{ faulty[`${row.key}.0`]!.message }}</span
        >
      </div>
    </Fold>
  </section>
</template>

<style scoped>
h3 {
  font-size: var(--f3);
  border-bottom: var(--line) solid var(--ink);
  padding-bottom: var(--edge);
}

.row {
  display: grid;
  grid-template-columns: minmax(6.4rem, 1fr) minmax(6rem, 0.9fr) 7rem 5rem;
  gap: var(--s0) var(--s3);
  align-items: start;
  padding: var(--s2) 0;
  border-bottom: var(--line) solid var(--rule);
}

.predicted,
.name,
.word {
  padding-top: var(--s2);
}

.word {
  font-weight: 650;
  font-size: var(--f2);
}

.fields {
  display: grid;
  gap: var(--s1);
}

.fields :deep(input) {
  width: 100%;
}

.says,
.fault {
  grid-column: 1 / -1;
}

@media (max-width: 30em) {
  .row {
    grid-template-columns: minmax(0, 1fr) 7rem;
  }

  .predicted {
    grid-row: 2;
    grid-column: 1;
    padding-top: 0;
  }

  .fields {
    grid-row: 1 / 3;
    grid-column: 2;
  }
}
</style>
