<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import type { Sketch } from '../api/types'
import type { Fit } from '../logic/sketch'
import { snapped, snapsOf } from '../logic/blank'

/** The blank on the drawing, moved sideways by the mouse or by the arrows; it snaps to the middle and to edges. */
const props = defineProps<{ sketch: Sketch; at: Fit; rings: number[][][] }>()
const emit = defineEmits<{ move: [offsetMm: number] }>()
const NEAR_PX = 8
const box = computed(() => {
  const points = props.rings.flat()
  const xs = points.map((p) => p[0]!)
  const zs = points.map((p) => p[1]!)
  return { left: Math.min(...xs), right: Math.max(...xs), low: Math.min(...zs), high: Math.max(...zs) }
})
const middle = computed(() => (box.value.left + box.value.right) / 2)
const half = computed(() => (box.value.right - box.value.left) / 2)
const snaps = computed(() => snapsOf(props.sketch, half.value))
const dragged = ref<number | null>(null)
// keys that follow one another quickly are one move
const wanted = ref<number | null>(null)
const shift = computed(() => {
  const to = dragged.value ?? (wanted.value === null ? middle.value : wanted.value / 1e3)
  return (to - middle.value) * props.at.scale
})
let from = 0

function down(event: PointerEvent) {
  ;(event.target as Element).setPointerCapture(event.pointerId)
  from = event.clientX - middle.value * props.at.scale
  dragged.value = middle.value
}
function pull(event: PointerEvent) {
  if (dragged.value === null) return
  const to = (event.clientX - from) / props.at.scale
  dragged.value = snapped(to, snaps.value, NEAR_PX / props.at.scale)
}
function up() {
  const to = dragged.value
  dragged.value = null
  if (to !== null && Math.abs(to - middle.value) > 2e-4) emit('move', Math.round(to * 1e4) / 10)
}
let waits: ReturnType<typeof setTimeout> | undefined
watch(middle, () => (wanted.value = null))
function key(event: KeyboardEvent) {
  const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  if (by === undefined && event.key !== 'Home') return
  event.preventDefault()
  const now = wanted.value ?? Math.round(middle.value * 1e4) / 10
  const to = by === undefined ? 0 : now + by * (event.shiftKey ? 10 : 1)
  wanted.value = to
  clearTimeout(waits)
  waits = setTimeout(() => emit('move', to), 180)
}
</script>

<template>
  <rect
    class="handle"
    tabindex="0"
    role="slider"
    aria-label="The blank, off the middle"
    aria-valuemin="-2000"
    aria-valuemax="2000"
    :aria-valuenow="Math.round(middle * 1e3)"
    :aria-valuetext="`${Math.round(middle * 1e3)} mm`"
    :x="at.x(box.left) + shift"
    :y="at.y(box.high) - 6"
    :width="Math.max(12, at.x(box.right) - at.x(box.left))"
    :height="at.y(box.low) - at.y(box.high) + 12"
    @pointerdown="down"
    @pointermove="pull"
    @pointerup="up"
    @pointercancel="dragged = null"
    @keydown="key"
  />
</template>

<style scoped>
.handle {
  fill: transparent;
  cursor: ew-resize;
  touch-action: none;
}

.handle:focus-visible,
.handle:active {
  outline: none;
  stroke: var(--note);
  stroke-width: 2.5;
}
</style>
