<script setup lang="ts">
import { computed } from 'vue'

import { faultShapes } from './faultShapes'

/** A small drawing of a fault: glass filled, what shaped it hatched grey, the fault itself in the note's colour. */
const props = defineProps<{ fault: string }>()
const shapes = computed(() => faultShapes(props.fault))
</script>

<template>
  <svg viewBox="0 0 64 36" width="64" height="36" aria-hidden="true">
    <path v-if="shapes.mould" class="mould" :d="shapes.mould" />
    <path v-if="shapes.glass" class="glass" :d="shapes.glass" />
    <path v-if="shapes.wanted" class="wanted" :d="shapes.wanted" />
    <path v-if="shapes.mark" class="mark" :d="shapes.mark" />
    <circle v-for="([x, y, r], i) in shapes.dots ?? []" :key="i" class="dot" :cx="x" :cy="y" :r="r" />
  </svg>
</template>

<style scoped>
.glass {
  fill: var(--glass);
  fill-opacity: 0.55;
  stroke: var(--glass-deep);
}

.mould {
  fill: var(--refractory-pale);
  stroke: var(--refractory);
}

.wanted {
  fill: none;
  stroke: var(--ink-quiet);
  stroke-dasharray: 2 2;
}

.mark {
  fill: none;
  stroke: var(--note);
  stroke-width: 1.8;
  stroke-linejoin: round;
}

.dot {
  fill: var(--sheet);
  stroke: var(--note);
}
</style>
