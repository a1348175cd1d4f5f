<script setup lang="ts">
import { computed } from 'vue'

import { ringPath } from '../logic/rings'

/** The cradle from above, where its outline is more than a circle or a rectangle. */
const props = defineProps<{ rings: number[][][] }>()
const box = computed(() => {
  const points = props.rings.flat()
  const wide = Math.max(...points.map(([x]) => Math.abs(x!))) * 2
  const deep = Math.max(...points.map(([, y]) => Math.abs(y!))) * 2
  const room = Math.max(wide, deep) * 0.06
  return { wide: wide + 2 * room, deep: deep + 2 * room }
})
const path = computed(() =>
  ringPath(
    props.rings,
    (m) => m * 1000,
    (m) => -m * 1000,
  ),
)
</script>

<template>
  <figure class="plan">
    <figcaption class="small quiet">from above</figcaption>
    <svg
      :viewBox="`${-box.wide * 500} ${-box.deep * 500} ${box.wide * 1000} ${box.deep * 1000}`"
      role="img"
      aria-label="The cradle from above"
    >
      <path :d="path" fill-rule="evenodd" />
    </svg>
  </figure>
</template>

<style scoped>
.plan {
  margin: 0;
  padding: var(--s1) var(--s4) var(--s3);
  background: var(--sheet);
  display: grid;
  gap: var(--s1);
}

svg {
  width: 100%;
  height: 8rem;
}

path {
  fill: var(--glass);
  fill-opacity: 0.45;
  stroke: var(--ink);
  stroke-width: 1.4;
  vector-effect: non-scaling-stroke;
}
</style>
