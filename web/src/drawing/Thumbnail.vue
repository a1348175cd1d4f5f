<script setup lang="ts">
import { computed, useId } from 'vue'

import { belowLevel, ringPath } from '../logic/rings'

/** A section small enough for a list. */
const props = defineProps<{
  outline: { rings: number[][][]; glass_m: number; wall_m: number; brim_m: number; outer_half_m: number }
}>()
const SIZE = 72
const id = useId()
const paths = computed(() => {
  const { rings, glass_m: level, wall_m: wall, brim_m: brim, outer_half_m: outer } = props.outline
  const scale = (SIZE - 6) / Math.max(2 * outer, brim + wall)
  const x = (m: number) => SIZE / 2 + m * scale
  const y = (m: number) => SIZE / 2 + ((brim + wall) / 2 - wall) * scale - m * scale
  const inside = ringPath(rings, x, y)
  return {
    wall: `M${x(-outer)} ${y(brim)}H${x(outer)}V${y(-wall)}H${x(-outer)}Z${inside}`,
    glass: inside,
    level: belowLevel(outer, level, 0, x, y),
  }
})
</script>

<template>
  <svg :viewBox="`0 0 ${SIZE} ${SIZE}`" :width="SIZE" :height="SIZE" aria-hidden="true">
    <path :d="paths.wall" fill="var(--refractory-pale)" fill-rule="evenodd" stroke="var(--ink)" />
    <clipPath :id="id"><path :d="paths.level" /></clipPath>
    <path
      :d="paths.glass"
      fill="var(--glass)"
      fill-rule="evenodd"
      stroke="var(--glass-deep)"
      :clip-path="`url(#${id})`"
    />
  </svg>
</template>
