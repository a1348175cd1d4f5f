<script setup lang="ts">
import { useTimers } from '../composables/useTimers'
import type { BenchTimer } from '../api/types'
import { ActionButton } from '../kit/ActionButton'

/** The clocks that run, each with what it says when it has rung. */
const { timers, leftS, end } = useTimers()
const two = (n: number) => String(n).padStart(2, '0')
function left(timer: BenchTimer) {
  const s = Math.abs(Math.round(leftS(timer)))
  const clock =
    s >= 3600
      ? `${Math.floor(s / 3600)}:${two(Math.floor(s / 60) % 60)}:${two(s % 60)}`
      : `${Math.floor(s / 60)}:${two(s % 60)}`
  return leftS(timer) >= 0 ? clock : `${clock} over`
}
</script>

<template>
  <ul v-if="timers.length" class="timers" aria-label="Clocks">
    <li v-for="timer in timers" :key="timer.id" :class="timer.word">
      <span class="name">{{ timer.name }}</span>
      <b class="figures" role="timer">{{ left(timer) }}</b>
      <ActionButton @click="end(timer)">Done</ActionButton>
      <span v-if="timer.says" class="says" role="alert">{{ timer.says }}</span>
    </li>
  </ul>
</template>

<style scoped>
.timers {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: var(--s0) var(--s4);
  align-items: center;
  padding: var(--s2) 0;
  border-bottom: var(--line) solid var(--rule);
}

b {
  font-size: var(--f4);
}

.says {
  grid-column: 1 / -1;
  color: var(--note);
  font-weight: 600;
}

button {
  min-height: var(--s8);
}
</style>
