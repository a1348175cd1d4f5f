<script setup lang="ts">
import { computed } from 'vue'

import type { Sketch } from '../api/types'
import { fit, ringsPath } from '../logic/sketch'

/** A lay-up small enough for a list. */
const props = defineProps<{ sketch: Pick<Sketch, 'bodies' | 'box'> }>()
const SIZE = 72
const paths = computed(() => {
  const at = fit(props.sketch, SIZE, SIZE, 0.04)
  return props.sketch.bodies.map((body) => ({
    matter: body.matter,
    d: ringsPath(body.rings as number[][][], at),
  }))
})
</script>

<template>
  <svg :viewBox="`0 0 ${SIZE} ${SIZE}`" :width="SIZE" :height="SIZE" aria-hidden="true">
    <path v-for="(path, i) in paths" :key="i" :class="path.matter" :d="path.d" fill-rule="evenodd" />
  </svg>
</template>

<style scoped>
path {
  stroke: var(--ink);
  stroke-width: 0.8;
  fill: var(--refractory-pale);
}

.steel {
  fill: var(--steel);
}

.after {
  fill: var(--glass);
  stroke: var(--glass-deep);
}

.glass {
  fill: none;
  stroke: var(--glass-deep);
  stroke-dasharray: 2 1.5;
}
</style>
