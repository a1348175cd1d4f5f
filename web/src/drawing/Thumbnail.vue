<script setup lang="ts">
import { computed } from 'vue'

import { mirrored, type Profile } from '../logic/outline'

/** A section small enough for a list. */
const props = defineProps<{
  outline: { cavity: number[][]; filled: number[][]; wall_m: number; brim_m: number; outer_half_m: number }
}>()
const SIZE = 72
const paths = computed(() => {
  const { cavity, filled, wall_m: wall, brim_m: brim, outer_half_m: outer } = props.outline
  const scale = (SIZE - 6) / Math.max(2 * outer, brim + wall)
  const x = (m: number) => SIZE / 2 + m * scale
  const y = (m: number) => SIZE / 2 + ((brim + wall) / 2 - wall) * scale - m * scale
  const inside = mirrored(cavity as Profile, x, y)
  return {
    wall: `M${x(-outer)} ${y(brim)}H${x(outer)}V${y(-wall)}H${x(-outer)}Z${inside}`,
    glass: mirrored(filled as Profile, x, y),
  }
})
</script>

<template>
  <svg :viewBox="`0 0 ${SIZE} ${SIZE}`" :width="SIZE" :height="SIZE" aria-hidden="true">
    <path :d="paths.wall" fill="var(--refractory-pale)" fill-rule="evenodd" stroke="var(--ink)" />
    <path :d="paths.glass" fill="var(--glass)" stroke="var(--glass-deep)" />
  </svg>
</template>
