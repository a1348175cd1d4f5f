<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Graph } from '../api/types'
import { usePreferences } from '../composables/usePreferences'
import { useWidth } from '../composables/useSize'
import { heightAt, readOff, spaced } from './scale'

/** A small graph as the core made it; it is only laid out here. `looks` are the strokes of its lines, in their order. */
export type Look = 'ink' | 'heat' | 'glass' | 'steel' | 'limit'

const props = defineProps<{
  label: string
  graph: Graph
  looks: readonly Look[]
  acrossName?: string
  upName?: string
  tall?: number
  isPlain?: boolean
}>()
const preferences = usePreferences()
const across = computed(() => props.graph.across[preferences.system])
const up = computed(() => props.graph.up[preferences.system])
const unit = (axis: Graph['up']) => (preferences.system === 'metric' ? axis.unit_metric : axis.unit_us)
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 420)
const height = computed(() => props.tall ?? 170)
const [left, right, top, bottom] = [54, 10, 12, 34]
const x = (v: number) =>
  left +
  ((v - props.graph.across.low) / (props.graph.across.high - props.graph.across.low || 1)) *
    (width.value - left - right)
const y = (v: number) =>
  height.value -
  bottom -
  ((v - props.graph.up.low) / (props.graph.up.high - props.graph.up.low || 1)) * (height.value - top - bottom)
const shownUp = computed(() => spaced(up.value, y, 18))
const shownAcross = computed(() => spaced(across.value, x, 44))

// read by finger, mouse or arrow keys: what every line is at one place across
const at = ref<number | null>(null)
const span = computed(() => props.graph.across.high - props.graph.across.low || 1)
const within = (v: number) => Math.min(props.graph.across.high, Math.max(props.graph.across.low, v))
function point(event: PointerEvent) {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect()
  const share = (event.clientX - box.left - left) / (width.value - left - right)
  at.value = within(props.graph.across.low + share * span.value)
}
function step(by: number) {
  at.value = within((at.value ?? props.graph.across.low) + (by * span.value) / 40)
}
const heights = computed(() =>
  at.value === null
    ? []
    : props.graph.lines.flatMap((line) => {
        const height = heightAt(line.points, at.value!)
        return height === undefined ? [] : [{ name: line.name, height }]
      }),
)
const reading = computed(() => {
  if (at.value === null) return ''
  const lines = heights.value.map(({ name, height }) => `${name} ${readOff(up.value, height)}`)
  const where = `${readOff(across.value, at.value)} ${unit(props.graph.across)}`
  return `${where}: ${lines.join(', ')}${lines.length ? ` ${unit(props.graph.up)}` : 'nothing'}`
})

const paths = computed(() =>
  props.graph.lines.map((line, i) => ({
    name: line.name,
    look: props.looks[i] ?? 'ink',
    d: 'M' + line.points.map((p) => `${x(p[0]!).toFixed(1)} ${y(p[1]!).toFixed(1)}`).join('L'),
  })),
)
</script>

<template>
  <figure
    ref="box"
    class="graph"
    tabindex="0"
    :aria-label="`${label}; arrow keys read it`"
    @keydown.left.prevent="step(-1)"
    @keydown.right.prevent="step(1)"
    @keydown.esc="at = null"
    @blur="at = null"
  >
    <svg
      :width="width"
      :height="height"
      role="img"
      :aria-label="label"
      @pointermove="point"
      @pointerdown="point"
      @pointerleave="at = null"
    >
      <g v-for="mark in shownUp" :key="`u${mark.text}`">
        <path class="grid" :d="`M${left} ${y(mark.at)}H${width - right}`" />
        <text :x="left - 6" :y="y(mark.at) + 4" text-anchor="end">{{ mark.text }}</text>
      </g>
      <g v-for="mark in shownAcross" :key="`a${mark.text}`">
        <path class="tick" :d="`M${x(mark.at)} ${height - bottom}v4`" />
        <text :x="x(mark.at)" :y="height - bottom + 16" text-anchor="middle">{{ mark.text }}</text>
      </g>
      <path class="axis" :d="`M${left} ${top}V${height - bottom}H${width - right}`" />
      <path v-for="line in paths" :key="line.name" :class="line.look" :d="line.d" />
      <g v-if="at !== null" class="reading">
        <path :d="`M${x(at)} ${top}V${height - bottom}`" />
        <circle v-for="one in heights" :key="one.name" :cx="x(at)" :cy="y(one.height)" r="4" />
      </g>
      <text class="name" :x="left + 6" :y="top + 4">{{ upName ?? unit(graph.up) }}</text>
      <text class="name" :x="width - right" :y="height - 4" text-anchor="end">
        {{ acrossName ?? unit(graph.across) }}
      </text>
    </svg>
    <p class="read small figures" aria-live="polite">{{ reading }}</p>
    <figcaption v-if="!isPlain" class="small quiet">
      <span v-for="line in paths" :key="line.name"
        ><svg width="20" height="8" aria-hidden="true"><path :class="line.look" d="M0 4H20" /></svg>
        {{ line.name }}</span
      >
    </figcaption>
  </figure>
</template>

<style scoped>
.graph {
  margin: 0;
  min-width: 0;
  overflow: hidden;
}

svg {
  display: block;
}

text {
  font-size: var(--f1);
  fill: var(--ink-soft);
}

.name {
  fill: var(--ink-quiet);
}

.grid {
  stroke: var(--rule);
  stroke-opacity: 0.6;
}

.reading path {
  stroke: var(--ink-quiet);
  stroke-dasharray: 2 3;
}

.reading circle {
  fill: var(--sheet);
  stroke: var(--ink);
}

.read {
  min-height: 1.4em;
}

.axis,
.tick {
  fill: none;
  stroke: var(--ink-quiet);
}

.ink,
.heat,
.glass,
.steel,
.limit {
  fill: none;
  stroke-width: 2;
  stroke-linejoin: round;
  stroke: var(--ink);
}

.heat {
  stroke: var(--ember);
}

.glass {
  stroke: var(--glass-deep);
}

.steel {
  stroke: var(--steel);
  stroke-dasharray: 6 3;
}

.limit {
  stroke-width: 1.4;
  stroke-dasharray: 2 3;
}

figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s0) var(--s4);
}

figcaption svg {
  display: inline-block;
  vertical-align: middle;
}
</style>
