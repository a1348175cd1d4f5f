<script setup lang="ts">
import { computed, onBeforeUnmount, ref } from 'vue'

import type { HeatPlan } from '../api/types'
import { usePreferences } from '../composables/usePreferences'
import { ActionButton } from '../kit/ActionButton'
import { MARGIN, type HeatScale } from './heatScale'

/** What a hand does to a step: its end lifted or lowered, reached sooner or later, held longer or shorter. */
export type Pull = { key: string; to_c?: number; rate_k_per_h?: number; hold_s?: number }

const props = defineProps<{ heat: HeatPlan; scale: HeatScale; width: number }>()
const chosen = defineModel<number | null>({ required: true })
const emit = defineEmits<{ pull: [pull: Pull, isDone: boolean] }>()
const preferences = usePreferences()

const APART = 18

type Point = { index: number; kind: 'end' | 'hold'; x: number; y: number; label: string }
const points = computed(() => {
  const list: Point[] = []
  props.heat.steps.forEach((step, index) => {
    const name = `Step ${index + 1}: ${step.name}`
    list.push({
      index,
      kind: 'end',
      x: props.scale.x(step.arrives_s),
      y: props.scale.y(step.to_c),
      label: name,
    })
    // where the two ends of a hold would lie on one another, look closer to get at the second
    if (props.scale.x(step.ends_s) - props.scale.x(step.arrives_s) > APART)
      list.push({
        index,
        kind: 'hold',
        x: props.scale.x(step.ends_s),
        y: props.scale.y(step.to_c),
        label: `${name}, end of its hold`,
      })
  })
  return list.filter((p) => p.x >= MARGIN.left - 1 && p.x <= props.width - MARGIN.right + 1)
})

const dragged = ref<{ point: Point; startX: number; startY: number; moved: boolean } | null>(null)
const ghost = ref<{ x: number; y: number } | null>(null)

/** Which entry a move of so many pixels changes, and to what; nothing finer than 5 degrees or five minutes. */
function meant(point: Point, dx: number, dy: number): Pull {
  const step = props.heat.steps[point.index]!
  if (point.kind === 'hold') {
    const hold = Math.max(0, Math.round((step.hold_s + dx / props.scale.perSecond) / 300) * 300)
    return { key: step.key, hold_s: hold }
  }
  const to = Math.max(25, Math.round((step.to_c - dy / props.scale.perDegree) / 5) * 5)
  const pull: Pull = { key: step.key, to_c: to }
  const took = step.arrives_s - step.starts_s
  const takes = Math.max(120, took + dx / props.scale.perSecond)
  if (Math.abs(dx) > 6 && step.key !== 'coast' && took > 0) {
    const before = props.heat.steps[point.index - 1]?.to_c ?? props.heat.line[0]![1]!
    const rate = (Math.abs(to - before) / takes) * 3600
    if (rate > 0) pull.rate_k_per_h = rate >= 10 ? Math.round(rate) : Number(rate.toPrecision(2))
  }
  return pull
}

function down(event: PointerEvent, point: Point) {
  if (event.button > 0) return
  ;(event.target as HTMLElement).setPointerCapture(event.pointerId)
  dragged.value = { point, startX: event.clientX, startY: event.clientY, moved: false }
}

function move(event: PointerEvent) {
  const drag = dragged.value
  if (!drag) return
  const [dx, dy] = [event.clientX - drag.startX, event.clientY - drag.startY]
  if (!drag.moved && Math.hypot(dx, dy) < 5) return
  drag.moved = true
  ghost.value = { x: drag.point.x + dx, y: drag.point.kind === 'hold' ? drag.point.y : drag.point.y + dy }
  emit('pull', meant(drag.point, dx, dy), false)
}

function up(event: PointerEvent) {
  const drag = dragged.value
  dragged.value = ghost.value = null
  if (!drag) return
  if (drag.moved)
    emit('pull', meant(drag.point, event.clientX - drag.startX, event.clientY - drag.startY), true)
  else chosen.value = chosen.value === drag.point.index ? null : drag.point.index
}

// presses that come faster than answers add up; they are kept when the hand rests or goes elsewhere
let pressed: Pull | null = null
let resting: ReturnType<typeof setTimeout> | undefined
function keepPressed() {
  clearTimeout(resting)
  if (pressed) emit('pull', pressed, true)
  pressed = null
}
function press(pull: Pull) {
  clearTimeout(resting)
  pressed = { ...pressed, ...pull }
  emit('pull', pressed, false)
  resting = setTimeout(keepPressed, 350)
}
onBeforeUnmount(keepPressed)

function key(event: KeyboardEvent, point: Point) {
  const step = props.heat.steps[point.index]!
  const fine = event.shiftKey
  const upDown = { ArrowUp: 1, ArrowDown: -1 }[event.key]
  const leftRight = { ArrowRight: 1, ArrowLeft: -1 }[event.key]
  if (pressed && pressed.key !== step.key) keepPressed()
  if (event.key === 'Enter' || event.key === ' ') {
    event.preventDefault()
    chosen.value = chosen.value === point.index ? null : point.index
  } else if (upDown && point.kind === 'end') {
    event.preventDefault()
    press({ key: step.key, to_c: Math.round(pressed?.to_c ?? step.to_c) + upDown * (fine ? 1 : 5) })
  } else if (leftRight && point.kind === 'hold') {
    event.preventDefault()
    const hold = pressed?.hold_s ?? step.hold_s
    press({ key: step.key, hold_s: Math.max(0, hold + leftRight * (fine ? 60 : 900)) })
  } else if (leftRight && step.rate_k_per_h) {
    event.preventDefault()
    const rate = (pressed?.rate_k_per_h ?? step.rate_k_per_h) * (1 - leftRight * (fine ? 0.02 : 0.1))
    press({ key: step.key, rate_k_per_h: Number(rate.toPrecision(rate < 10 ? 2 : 3)) })
  }
}
</script>

<template>
  <ActionButton
    v-for="point in points"
    :key="`${point.index}${point.kind}`"
    look="own"
    class="point"
    :class="{ chosen: chosen === point.index, hold: point.kind === 'hold' }"
    :style="{ left: `${point.x}px`, top: `${point.y}px` }"
    :aria-label="`${point.label}, ${preferences.pick(heat.steps[point.index]!.to).text}`"
    :aria-pressed="chosen === point.index"
    aria-description="Arrow up and down for its temperature, left and right for its time; Enter shows it"
    @pointerdown="down($event, point)"
    @pointermove="move"
    @pointerup="up"
    @pointercancel="((dragged = null), (ghost = null))"
    @keydown="key($event, point)"
    @blur="keepPressed"
  ></ActionButton>
  <span v-if="ghost" class="ghost" :style="{ left: `${ghost.x}px`, top: `${ghost.y}px` }"></span>
</template>

<style scoped src="./heatLine.css"></style>
