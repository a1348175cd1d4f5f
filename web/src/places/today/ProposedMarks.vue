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
const outlines = computed(() =>
  props.proposed
    .filter((p) => new Date(p.starts_at).getTime() < props.until)
    .map((p) => {
      const [a, b] = [p.starts_at, p.ends_at].map((at) => props.x(new Date(at).getTime())) as [number, number]
      return { key: p.firing_ids.join(), name: p.names.join(', '), a, b, top: a + (b - a) * 0.22 }
    }),
)
</script>

<template>
  <g v-for="one in outlines" :key="one.key" class="proposed">
    <path :d="`M${one.a} ${tall}L${one.top} 8L${one.b} ${tall - 4}V${tall}Z`">
      <title>proposed: {{ one.name }}</title>
    </path>
    <text :x="one.a + 2" :y="tall + 16">{{ one.name }}</text>
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
