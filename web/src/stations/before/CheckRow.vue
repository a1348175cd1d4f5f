<script setup lang="ts">
import Checkbox from 'primevue/checkbox'
import InputText from 'primevue/inputtext'
import { computed, ref, useId, watch } from 'vue'

import type { CheckLine } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { usePreferences } from '../../composables/usePreferences'
import { ActionButton } from '../../kit/ActionButton'
import { useLooking } from '../../kit/looking'
import Making from '../../kit/Making.vue'

/** One check: ticked by the computer with its reason, or by hand with the hour; what is grave may be passed in words. */
const props = defineProps<{ line: CheckLine; piece: string; failures: number }>()
const emit = defineEmits<{ tick: [isDone: boolean]; reason: [text: string]; clock: [kind: string] }>()
const preferences = usePreferences()
const id = useId()
const looking = useLooking()
const isHuman = computed(() => props.line.check.by === 'human')
const needsReason = computed(() => props.line.check.grave && !props.line.is_good)
const text = ref(props.line.reason)
watch(
  () => props.line.reason,
  (to) => (text.value = to),
)
const WORDS = { good: '✓', think: '▲ Think', stop: '■ Stop', open: '' } as const
const CLOCKS: Record<string, string> = {
  glue: 'Start a clock: 40 min',
  freezer: 'Start a clock: 30 min',
  coat: 'Start a clock: 30 min',
  plaster: 'Start a clock: 24 h',
}
</script>

<template>
  <div class="check" :class="line.check.word" :data-rule="line.check.rule">
    <Checkbox
      v-if="isHuman"
      :key="failures"
      :input-id="id"
      binary
      :model-value="!!line.ticked"
      :disabled="looking"
      @update:model-value="(to: unknown) => emit('tick', !!to)"
    />
    <span v-else class="word">{{ WORDS[line.check.word] }}</span>
    <div class="says">
      <label :for="isHuman ? id : undefined"
        ><span v-if="piece" class="quiet">{{ piece }}: </span
        ><strong v-if="line.check.grave && !line.is_good"><MessageText :said="line.check.says" /></strong>
        <MessageText v-else :said="line.check.says" />
      </label>
      <p
        v-if="line.check.todo.metric && !line.is_good"
        class="small quiet"
        :class="{ todo: isHuman && !line.check.grave }"
      >
        <MessageText :said="line.check.todo" />
      </p>
      <p v-if="line.ticked" class="small quiet">
        ticked {{ preferences.pick(line.ticked).text }}{{ line.by && `, ${line.by}` }}
      </p>
      <Making
        ><ActionButton v-if="line.check.timer && !line.ticked" @click="emit('clock', line.check.timer)">
          {{ CLOCKS[line.check.timer] }}
        </ActionButton></Making
      >
      <label v-if="needsReason" class="reason small"
        >Fired all the same, because
        <InputText
          v-model="text"
          maxlength="400"
          @blur="text !== line.reason && emit('reason', text)"
          @keydown.enter="($event.target as HTMLInputElement).blur()"
        />
      </label>
    </div>
  </div>
</template>

<style scoped>
.check {
  display: grid;
  grid-template-columns: 4.4rem minmax(0, 1fr);
  gap: var(--s1) var(--s2);
  padding: var(--s2) 0;
  border-bottom: var(--line) solid var(--rule);
  min-height: var(--s8);
}

.word {
  font-weight: 700;
  font-size: var(--f2);
  white-space: nowrap;
}

.stop .word,
.think .word {
  color: var(--note);
}

.says {
  display: grid;
  gap: var(--s0);
  justify-items: start;
}

@media (max-width: 45em) {
  .check {
    grid-template-columns: 2.6rem minmax(0, 1fr);
  }
}

.reason {
  display: grid;
  width: 100%;
  color: var(--note);
}
</style>
