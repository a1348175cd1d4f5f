<script setup lang="ts">
import { computed } from 'vue'

import type { Proposed } from '../../api/types'

/** What is proposed for a kiln, as outlines beside what stands. */
const props = defineProps<{
  proposed: Proposed[]
  x: (ms: number) => number
  until: number
  tall: number
}>()
const LETTER = 6.2
const outlines = computed(() =>
  props.proposed
    .filter((p) => new Date(p.starts_at).getTime() < props.until)
    .map((p) => {
      const [a, b] = [p.starts_at, p.ends_at].map((at) => props.x(new Date(at).getTime())) as [number, number]
      const name = p.names.join(', ')
      const most = Math.max(1, Math.floor((b - a) / LETTER) - 1)
      // a name that is longer than its outline would lie on the next one's
      const short = name.length > most ? `${name.slice(0, most)}…` : name
      return { key: p.firing_ids.join(), name, short, a, b, top: a + (b - a) * 0.22 }
    }),
)
</script>

<template>
  <g v-for="one in outlines" :key="one.key" class="proposed">
    <path :d="`M${one.a} ${tall}L${one.top} 8L${one.b} ${tall - 4}V${tall}Z`">
      <title>proposed: {{ one.name }}</title>
    </path>
    <text :x="one.a + 2" :y="tall + 16">{{ one.short }}</text>
  </g>
</template>

<style scoped>
path {
  fill: none;
  stroke: var(--ink-quiet);
  stroke-dasharray: 4 3;
}

text {
  font-size: var(--f1);
  fill: var(--ink-quiet);
}
</style>
