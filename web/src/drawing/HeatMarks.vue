<script setup lang="ts">
import { computed } from 'vue'

import type { Moment } from '../api/types'
import { MARGIN, type HeatScale } from './heatScale'

/** What happens to the glass, on the line of its firing: from the earliest to the latest it can be. */
const props = defineProps<{ marks: Moment[]; scale: HeatScale; width: number }>()
const shown = computed(() =>
  props.marks
    .filter((m) => m.early_s !== null && m.early_s !== undefined)
    .map((m, i) => {
      const clip = (x: number) => Math.min(props.width - MARGIN.right, Math.max(MARGIN.left, x))
      const [from, to] = [clip(props.scale.x(m.early_s!)), clip(props.scale.x(m.late_s ?? m.early_s!))]
      const isSeen = to > MARGIN.left && from < props.width - MARGIN.right
      return { ...m, from, to: Math.max(to, from + 2), y: MARGIN.top + 4 + i * 15, isSeen }
    })
    .filter((m) => m.isSeen),
)
</script>

<template>
  <g v-for="mark in shown" :key="mark.key" class="mark">
    <title>{{ mark.name }}</title>
    <rect :class="mark.key" :x="mark.from" :y="mark.y" :width="mark.to - mark.from" height="5" />
    <text :x="mark.from - 5" :y="mark.y + 7" text-anchor="end">{{ mark.name.toLowerCase() }}</text>
  </g>
</template>

<style scoped>
rect {
  fill: var(--glass-deep);
}

rect.touches {
  fill: var(--glass);
}

rect.too-late {
  fill: var(--note);
}

text {
  font-size: var(--f1);
  fill: var(--glass-deep);
}
</style>
