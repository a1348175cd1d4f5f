<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Step } from '../../api/types'
import { usePiece } from '../../composables/usePiece'
import { planBox, moved, type PlanMark } from '../../logic/stepPlan'
import { ringPath } from '../../logic/rings'

/** A step from above: the glass before as a dashed line, what it becomes, and its cuts and holes, which can be dragged. */
const props = defineProps<{ step: Step }>()
const context = usePiece()
const svg = ref<SVGSVGElement | null>(null)
const held = ref<{ mark: PlanMark; from: [number, number]; by: [number, number] } | null>(null)
const mm = (m: number) => m * 1e3
const path = (rings: number[][][]) => ringPath(rings, mm, (m) => -m * 1e3)
const bodies = computed(() => [...props.step.before.plan, ...props.step.after.plan])
const box = computed(() => planBox(bodies.value, props.step.marks))
const size = computed(() => Math.max(box.value.width, box.value.height))
const names = computed(() =>
  props.step.after.plan.length < 2
    ? []
    : props.step.after.plan.map((body) => {
        const ring = (body.rings as number[][][])[0]!
        const [xs, ys] = [ring.map((p) => p[0]!), ring.map((p) => p[1]!)]
        return {
          name: body.name,
          x: mm((Math.min(...xs) + Math.max(...xs)) / 2),
          y: -mm((Math.min(...ys) + Math.max(...ys)) / 2),
        }
      }),
)
const shift = (mark: PlanMark) => {
  if (held.value?.mark.entry !== mark.entry) return undefined
  const [dx, dy] = held.value.by
  if (mark.way === 'across') return `translate(${dx} 0)`
  if (mark.way === 'along') return `translate(0 ${dy})`
  return mark.way === 'free' ? `translate(${dx} ${dy})` : undefined
}

function at(event: PointerEvent): [number, number] {
  const inverse = svg.value!.getScreenCTM()!.inverse()
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(inverse)
  return [point.x, point.y]
}
function down(event: PointerEvent, mark: PlanMark) {
  if (mark.way === 'round') return
  ;(event.target as Element).setPointerCapture(event.pointerId)
  held.value = { mark, from: at(event), by: [0, 0] }
}
function pull(event: PointerEvent) {
  if (!held.value) return
  const now = at(event)
  held.value.by = [now[0] - held.value.from[0], now[1] - held.value.from[1]]
}
function up() {
  const done = held.value
  held.value = null
  if (done && Math.hypot(...done.by) > 0.4) move(done.mark, done.by[0], -done.by[1])
}
function key(event: KeyboardEvent, mark: PlanMark) {
  const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key]
  if (!by) return
  event.preventDefault()
  const times = event.shiftKey ? 10 : 1
  move(mark, by[0]! * times, by[1]! * times)
}
function move(mark: PlanMark, dx: number, dy: number) {
  const changes = moved(mark, dx, dy).map((c) => ({ path: context.at(c.path), value: c.value }))
  if (changes.length)
    void context.change(changes, mark.way === 'free' ? 'where a hole is' : 'where it is cut')
}
</script>

<template>
  <svg
    ref="svg"
    class="plan"
    :viewBox="`${box.left} ${box.top} ${box.width} ${box.height}`"
    role="group"
    aria-label="From above, before and after"
    @pointermove="pull"
    @pointerup="up"
    @pointercancel="held = null"
  >
    <path
      v-for="(body, i) in bodies"
      :key="i"
      :class="body.matter"
      :d="path(body.rings as number[][][])"
      fill-rule="evenodd"
    />
    <text v-for="one in names" :key="one.name" :x="one.x" :y="one.y" :font-size="size / 18">
      {{ one.name }}
    </text>
    <g
      v-for="(mark, i) in step.marks"
      :key="mark.entry"
      class="mark"
      :transform="shift(mark)"
      :tabindex="mark.way === 'round' ? undefined : 0"
      role="button"
      :aria-label="`${mark.way === 'free' ? 'Hole' : 'Cut'} ${i + 1}, moved by the arrows`"
      @pointerdown="down($event, mark)"
      @keydown="key($event, mark)"
    >
      <circle v-if="mark.wide_m > 0" :cx="mm(mark.x0_m)" :cy="-mm(mark.y0_m)" :r="mm(mark.wide_m) / 2" />
      <template v-else>
        <line
          class="grip"
          :x1="mm(mark.x0_m)"
          :y1="-mm(mark.y0_m)"
          :x2="mm(mark.x1_m)"
          :y2="-mm(mark.y1_m)"
          :stroke-width="size / 22"
        />
        <line :x1="mm(mark.x0_m)" :y1="-mm(mark.y0_m)" :x2="mm(mark.x1_m)" :y2="-mm(mark.y1_m)" />
      </template>
    </g>
  </svg>
</template>

<style scoped>
.plan {
  width: 100%;
  height: 17rem;
  display: block;
  touch-action: none;
}

path {
  fill: none;
  stroke: var(--glass-deep);
  stroke-width: 1.3;
  vector-effect: non-scaling-stroke;
}

.after {
  fill: var(--glass);
  fill-opacity: 0.6;
}

.ghost {
  fill: var(--glass);
  fill-opacity: 0.15;
}

.glass {
  stroke-dasharray: 5 3;
}

text {
  text-anchor: middle;
  dominant-baseline: central;
  fill: var(--ink);
}

.mark {
  cursor: move;
}

.mark circle {
  fill: var(--sheet);
  stroke: var(--note);
  stroke-width: 1.6;
  vector-effect: non-scaling-stroke;
}

.mark line {
  stroke: var(--note);
  stroke-width: 1.6;
  vector-effect: non-scaling-stroke;
}

.mark .grip {
  stroke: transparent;
  vector-effect: none;
}

.mark:focus-visible {
  outline: none;
}

.mark:focus-visible circle,
.mark:focus-visible line:not(.grip) {
  stroke-width: 3.5;
}
</style>
