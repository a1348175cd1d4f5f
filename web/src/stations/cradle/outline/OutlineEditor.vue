<script setup lang="ts">
import Select from 'primevue/select'
import { computed, ref, watch } from 'vue'

import { ActionButton } from '../../../kit/ActionButton'
import { mirrored, nearestEdge, ringPath, snapped, type Ring } from '../../../logic/rings'
import PointTable from './PointTable.vue'

/** Points to drag, add and take away; snapped, mirrored, or set by exact numbers. Millimetres, y upwards. */
const props = defineProps<{ rings: Ring[] }>()
const emit = defineEmits<{ change: [rings: Ring[]] }>()

const GRIDS = [0, 1, 5, 10].map((step) => ({ step, name: step ? `${step} mm grid` : 'no grid' }))
const step = ref(1)
const chosen = ref<[number, number] | null>(null) // ring, point
const past = ref<Ring[][]>([])
const held = ref<Ring[] | null>(null)
const svg = ref<SVGSVGElement | null>(null)
const drawn = computed(() => held.value ?? props.rings)
const hasFew = computed(() => drawn.value.reduce((sum, ring) => sum + ring.length, 0) <= 160)

const frame = ref([0, 0, 100, 100])
function fit() {
  const points = props.rings.flat()
  const xs = points.map(([x]) => x)
  const ys = points.map(([, y]) => y)
  const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const room = Math.max(right - left, high - low, 10) * 0.12
  frame.value = [left - room, -high - room, right - left + 2 * room, high - low + 2 * room]
}
watch(
  () => props.rings,
  (now, before) => {
    if (!before || now.length !== before.length || Math.abs(now.flat().length - before.flat().length) > 1)
      fit()
  },
  { immediate: true },
)
const dot = computed(() => Math.max(frame.value[2]!, frame.value[3]! * 1.6) / 190)
const path = computed(() =>
  ringPath(
    drawn.value,
    (m) => m,
    (m) => -m,
  ),
)

function put(next: Ring[]) {
  past.value = [...past.value.slice(-60), props.rings]
  emit('change', next)
}
const undo = () => {
  const last = past.value.pop()
  if (last) emit('change', last)
}

function at(event: PointerEvent | MouseEvent): [number, number] {
  const matrix = svg.value!.getScreenCTM()!.inverse()
  const spot = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix)
  return snapped([spot.x, -spot.y], step.value)
}
const moved = (rings: Ring[], [r, p]: [number, number], to: [number, number]) =>
  rings.map((ring, i) => (i === r ? ring.map((q, j): [number, number] => (j === p ? to : q)) : ring))

function grab(event: PointerEvent, ring: number, point: number) {
  chosen.value = [ring, point]
  held.value = props.rings
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
const drag = (event: PointerEvent) => {
  if (held.value && chosen.value) held.value = moved(held.value, chosen.value, at(event))
}
function drop() {
  if (held.value && held.value !== props.rings) put(held.value)
  held.value = null
}
function add(event: MouseEvent) {
  const spot = at(event)
  const ring = drawn.value[0]!
  const edge = nearestEdge(ring, spot)
  put([[...ring.slice(0, edge + 1), spot, ...ring.slice(edge + 1)], ...drawn.value.slice(1)])
  chosen.value = [0, edge + 1]
}
function take() {
  if (!chosen.value) return
  const [r, p] = chosen.value
  if (props.rings[r]!.length <= 3) return
  put(props.rings.map((ring, i) => (i === r ? ring.filter((_, j) => j !== p) : ring)))
  chosen.value = null
}
function nudge(event: KeyboardEvent, ring: number, point: number) {
  const move = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key]
  chosen.value = [ring, point]
  if (event.key === 'Delete' || event.key === 'Backspace') take()
  else if (move) {
    const [x, y] = props.rings[ring]![point]!
    const by = (step.value || 1) * (event.shiftKey ? 10 : 1)
    put(moved(props.rings, [ring, point], [x + move[0]! * by, y + move[1]! * by]))
  } else return
  event.preventDefault()
}
const mirror = () => {
  const xs = props.rings[0]!.map(([x]) => x)
  put([mirrored(props.rings[0]!, (Math.min(...xs) + Math.max(...xs)) / 2), ...props.rings.slice(1)])
}
</script>

<template>
  <div class="editor">
    <div>
      <svg
        ref="svg"
        :viewBox="frame.join(' ')"
        role="img"
        aria-label="Outline from above; press the sheet to add a point"
        @dblclick="add"
      >
        <path class="body" :d="path" fill-rule="evenodd" :stroke-width="dot / 4" />
        <template v-if="hasFew">
          <g v-for="(ring, r) in drawn" :key="r">
            <circle
              v-for="([x, y], p) in ring"
              :key="p"
              :cx="x"
              :cy="-y"
              :r="dot"
              tabindex="0"
              role="button"
              :class="{ chosen: chosen?.[0] === r && chosen?.[1] === p }"
              :aria-label="`Point ${p + 1}: ${x}, ${y} mm`"
              @pointerdown="(event) => grab(event, r, p)"
              @pointermove="drag"
              @pointerup="drop"
              @focus="chosen = [r, p]"
              @keydown="(event) => nudge(event, r, p)"
            />
          </g>
        </template>
      </svg>
      <p class="tools small">
        <Select v-model="step" :options="GRIDS" option-label="name" option-value="step" aria-label="Grid" />
        <ActionButton @click="mirror">Mirror the right half</ActionButton>
        <ActionButton :disabled="!chosen" @click="take"> Take the point out </ActionButton>
        <ActionButton :disabled="!past.length" @click="undo">Undo</ActionButton>
        <span class="quiet">Press twice to add a point; arrows move one.</span>
      </p>
    </div>
    <PointTable v-if="hasFew" :ring="rings[0] ?? []" @change="(ring) => put([ring, ...rings.slice(1)])" />
    <p v-else class="quiet small">{{ rings.flat().length }} points: too many to move one by one.</p>
  </div>
</template>

<style scoped>
.editor {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 15rem;
  gap: var(--s4);
}

svg {
  width: 100%;
  height: 21.25rem;
  background: var(--sheet);
  border: var(--line) solid var(--rule);
  touch-action: none;
}

.body {
  fill: var(--glass);
  fill-opacity: 0.35;
  stroke: var(--glass-deep);
}

circle {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 0.3;
  vector-effect: non-scaling-stroke;
  cursor: move;
}

circle.chosen {
  fill: var(--ink);
}

.tools {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s1) var(--s4);
  align-items: center;
  padding-top: var(--s2);
}

@media (max-width: 45em) {
  .editor {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
