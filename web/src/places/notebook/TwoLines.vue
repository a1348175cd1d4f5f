<script setup lang="ts">
import { computed } from 'vue'

/** What was planned and what was measured, very small. */
const props = defineProps<{ planned: number[][]; measured: number[][] }>()
const W = 110
const H = 66
const end = computed(() => Math.max(props.planned.at(-1)?.[0] ?? 1, props.measured.at(-1)?.[0] ?? 1, 1))
const top = computed(() => Math.max(...[...props.planned, ...props.measured].map(([, c]) => c!), 1))
const path = (line: number[][]) =>
  line.length
    ? 'M' +
      line
        .map(
          ([s, c]) =>
            `${((s! / end.value) * W).toFixed(1)} ${(H - 2 - (c! / top.value) * (H - 6)).toFixed(1)}`,
        )
        .join('L')
    : ''
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" aria-hidden="true">
    <path class="planned" :d="path(planned)" />
    <path class="measured" :d="path(measured)" />
  </svg>
</template>

<style scoped>
path {
  fill: none;
  vector-effect: non-scaling-stroke;
}

.planned {
  stroke: var(--ink-quiet);
  stroke-dasharray: 3 2;
}

.measured {
  stroke: var(--ember);
  stroke-width: 1.8;
}
</style>
