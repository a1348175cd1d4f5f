<script setup lang="ts">
import { computed } from 'vue'

import type { Sketch } from '../api/types'
import { ringPath } from '../logic/rings'

/** The lay-up from above, to a scale of its own: what the glass lies on, the glass before and after. */
const props = withDefaults(defineProps<{ bodies: Sketch['plan']; caption?: string; label?: string }>(), {
  caption: 'from above',
  label: 'The lay-up from above, before and after',
})
const box = computed(() => {
  const points = props.bodies.flatMap((b) => b.rings.flat())
  const [xs, ys] = [points.map((p) => p[0]! * 1e3), points.map((p) => p[1]! * 1e3)]
  const [left, right] = [Math.min(...xs), Math.max(...xs)]
  const [low, high] = [Math.min(...ys), Math.max(...ys)]
  const room = 0.05 * Math.max(right - left, high - low)
  return `${left - room} ${-high - room} ${right - left + 2 * room} ${high - low + 2 * room}`
})
const path = (rings: number[][][]) =>
  ringPath(
    rings,
    (m) => m * 1000,
    (m) => -m * 1000,
  )
</script>

<template>
  <figure class="plan">
    <figcaption class="small quiet">{{ caption }}</figcaption>
    <svg :viewBox="box" role="img" :aria-label="label">
      <path
        v-for="(body, i) in bodies"
        :key="i"
        :class="body.matter"
        :d="path(body.rings)"
        fill-rule="evenodd"
      />
    </svg>
  </figure>
</template>

<style scoped>
.plan {
  margin: 0;
  padding: var(--s1) var(--s4) var(--s3);
  background: var(--sheet);
  border-top: var(--line) solid var(--rule);
  display: grid;
  gap: var(--s1);
}

svg {
  width: 100%;
  height: 8.25rem;
}

path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.3;
  vector-effect: non-scaling-stroke;
}

.refractory,
.shelf {
  fill: var(--refractory-pale);
}

.steel {
  fill: var(--steel);
}

.after {
  fill: var(--glass);
  fill-opacity: 0.6;
  stroke: var(--glass-deep);
}

.glass {
  fill: var(--glass);
  fill-opacity: 0.14;
  stroke: var(--glass-deep);
  stroke-dasharray: 5 3;
}
</style>
