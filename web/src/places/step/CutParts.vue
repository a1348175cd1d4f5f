<script setup lang="ts">
import { computed } from 'vue'

import type { Step } from '../../api/types'
import { ActionButton } from '../../kit/ActionButton'
import { useStepList } from './useStepList'

/** What becomes of each piece that was cut: turned over, turned, put aside. */
const props = defineProps<{ step: Step }>()
interface Part {
  letter: string
  is_off_cut?: boolean
  is_mirrored?: boolean
  quarters?: number
}
const parts = useStepList<Part>('cut.parts')
const letters = computed(() => props.step.parts.flatMap((p) => p.letters).sort())
const of = (letter: string): Part => parts.list.value?.find((p) => p.letter === letter) ?? { letter }
const set = (letter: string, change: Partial<Part>, label: string) =>
  parts.write((now) => [...now.filter((p) => p.letter !== letter), { ...of(letter), ...change }], label)
</script>

<template>
  <ul v-if="letters.length > 1" class="parts" aria-label="What becomes of each piece">
    <li v-for="letter in letters" :key="letter">
      <b>{{ letter }}</b>
      <ActionButton
        :aria-pressed="!!of(letter).is_mirrored"
        @click="set(letter, { is_mirrored: !of(letter).is_mirrored }, 'a piece turned over')"
      >
        {{ of(letter).is_mirrored ? 'turned over' : 'turn over' }}
      </ActionButton>
      <ActionButton
        @click="set(letter, { quarters: ((of(letter).quarters ?? 0) + 1) % 4 }, 'a piece turned')"
      >
        turn{{ of(letter).quarters ? `ed ${of(letter).quarters! * 90}°` : '' }}
      </ActionButton>
      <ActionButton
        :aria-pressed="!!of(letter).is_off_cut"
        @click="set(letter, { is_off_cut: !of(letter).is_off_cut }, 'a piece put aside')"
      >
        {{ of(letter).is_off_cut ? 'put aside' : 'put aside?' }}
      </ActionButton>
    </li>
  </ul>
</template>

<style scoped>
.parts {
  list-style: none;
  margin: var(--s2) 0 0;
  padding: 0;
}

li {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s1) var(--s4);
  align-items: baseline;
  border-bottom: var(--line) solid var(--rule);
  min-height: var(--row);
}

b {
  min-width: 1.5rem;
}

[aria-pressed='true'] {
  font-weight: 700;
}
</style>
