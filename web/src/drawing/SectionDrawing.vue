<script setup lang="ts">
import { computed, ref, useId } from 'vue'

import type { Section, Formatted } from '../api/types'
import { usePreferences } from '../composables/usePreferences'
import { useSettled } from '../kit/useSettled'
import { useWidth } from '../composables/useSize'
import { heapPieces } from '../logic/heap'
import type { Profile } from '../logic/outline'
import { belowLevel, ringPath } from '../logic/rings'
import DimensionLabel from '../kit/DimensionLabel.vue'
import { layOut } from './sectionLayout'

/** The cradle and its glass in section, to scale; the numbers on it are the inputs. */
const props = defineProps<{
  section: Section
  notes: { heap: string; reserve: Formatted | null }
  alongside?: { path: string; value: unknown }[]
  isStill?: boolean
}>()
const emit = defineEmits<{ scaled: [pixelsPerMetre: number] }>()

const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 596)
const id = useId()
const preferences = usePreferences()
const layout = computed(() => {
  const found = layOut(props.section, width.value, props.isStill ? 290 : undefined)
  emit('scaled', found.scale)
  return found
})
const level = useSettled(() => props.section.glass_m)
const cavity = computed(() => props.section.cavity as Profile)
const isNarrow = computed(() => width.value < 480)

const inside = computed(() => ringPath(props.section.rings, layout.value.x, layout.value.y))
const window = computed(() =>
  belowLevel(
    props.section.outer_half_m,
    level.value,
    props.section.lean_ratio,
    layout.value.x,
    layout.value.y,
  ),
)
const wall = computed(() => {
  const { x, y } = layout.value
  const { outer_half_m: outer, wall_m: under, brim_m: brim } = props.section
  return `M${x(-outer)} ${y(brim)}H${x(outer)}V${y(-under)}H${x(-outer)}Z${inside.value}`
})
const pieces = computed(() =>
  heapPieces(cavity.value, props.section.brim_m, props.section.heap_m).map((points) =>
    points.map(([px, pz]) => `${layout.value.x(px).toFixed(1)},${layout.value.y(pz).toFixed(1)}`).join(' '),
  ),
)
const edge = computed(() => layout.value.x(props.section.outer_half_m))
const noteX = computed(() => Math.min(edge.value + 14, width.value - 92))
const lineY = computed(() => layout.value.y(props.section.line_m))
// the heap's name keeps clear of the line's, which stands just under it
const heapY = computed(() => Math.min(layout.value.y(props.section.heap_m) + 8, lineY.value - 30))
const heapEnd = computed(() => layout.value.y(props.section.heap_m) + 14)
const reserveY = computed(() => (lineY.value + layout.value.y(props.section.brim_m)) / 2)
</script>

<template>
  <div ref="box" class="section" :style="{ height: `${layout.height}px` }">
    <svg
      :width="width"
      :height="layout.height"
      role="img"
      aria-label="Section of the cradle with its glass, to scale"
    >
      <defs>
        <pattern
          :id="`${id}hatch`"
          width="9"
          height="9"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0V9" stroke="var(--refractory)" stroke-width="1.1" />
        </pattern>
        <linearGradient :id="`${id}glass`" x1="0" x2="0" y1="0" y2="1">
          <stop offset="0" stop-color="var(--glass)" stop-opacity="0.5" />
          <stop offset="1" stop-color="var(--glass-deep)" stop-opacity="0.78" />
        </linearGradient>
      </defs>
      <path class="wall" :d="wall" fill-rule="evenodd" />
      <path :d="wall" :fill="`url(#${id}hatch)`" fill-rule="evenodd" />
      <clipPath :id="`${id}level`"><path :d="window" /></clipPath>
      <path
        class="body"
        :d="inside"
        fill-rule="evenodd"
        :fill="`url(#${id}glass)`"
        :clip-path="`url(#${id}level)`"
      />
      <g class="pieces"><polygon v-for="(points, i) in pieces" :key="i" :points="points" /></g>
      <path class="edge" :d="wall" fill="none" />
      <path
        class="axis"
        :d="`M${layout.x(0)} ${layout.y(section.brim_m) - 14}V${layout.y(-section.wall_m) + 8}`"
      />
      <path
        class="line"
        :d="`M${layout.x(-section.outer_half_m) - 8} ${lineY}H${isNarrow ? edge : noteX + 88}`"
      />
      <g v-for="place in layout.placed" :key="place.dimension.path + place.dimension.name" class="dimension">
        <path class="ends" :d="place.ends" />
        <path :d="place.line" />
      </g>
      <g v-if="isStill">
        <text
          v-for="place in layout.placed"
          :key="place.dimension.path + place.dimension.name"
          class="still figures"
          text-anchor="middle"
          :x="place.x"
          :y="place.y + 5"
        >
          {{ preferences.pick(place.dimension.shown).text }}
        </text>
      </g>
      <g v-if="!isNarrow" class="notes">
        <path :d="`M${layout.x(0) + 26} ${heapEnd}L${noteX - 4} ${heapY - 4}`" />
        <text :x="noteX" :y="heapY" class="name">cold heap</text>
        <text :x="noteX" :y="heapY + 15">{{ notes.heap }}</text>
        <template v-if="notes.reserve && lineY - heapY > 62 && lineY - reserveY > 20">
          <text :x="noteX" :y="reserveY - 1" class="name">reserve</text>
          <text :x="noteX" :y="reserveY + 14">{{ notes.reserve.text }}</text>
        </template>
        <text :x="noteX" :y="lineY + 16" class="name glassy">casting line</text>
      </g>
    </svg>
    <template v-if="!isStill">
      <DimensionLabel
        v-for="place in layout.placed"
        :key="place.dimension.path + place.dimension.name"
        :dimension="place.dimension"
        :x="place.x"
        :y="place.y"
        :alongside="alongside"
      />
    </template>
  </div>
</template>

<style scoped>
.section {
  position: relative;
  background: var(--sheet);
  overflow: hidden;
}

svg {
  display: block;
  position: absolute;
}

.wall {
  fill: var(--refractory-pale);
}

.edge {
  stroke: var(--ink);
  stroke-width: 1.6;
}

.body {
  stroke: var(--glass-deep);
}

.pieces polygon {
  fill: var(--glass);
  fill-opacity: 0.16;
  stroke: var(--glass-deep);
  stroke-width: 1;
  stroke-opacity: 0.75;
}

.axis {
  stroke: var(--ink-quiet);
  stroke-dasharray: 12 4 2 4;
  fill: none;
}

.line {
  stroke: var(--glass-deep);
  stroke-width: 1.5;
  stroke-dasharray: 9 3 2 3;
}

.dimension path {
  stroke: var(--ink);
  fill: none;
}

.dimension .ends {
  stroke: var(--steel);
}

.notes path {
  stroke: var(--ink-quiet);
}

text {
  font-size: var(--f1);
  fill: var(--ink-soft);
}

text.still {
  font-size: var(--f2);
  font-weight: 650;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: var(--edge);
}

text.name {
  font-weight: 650;
  fill: var(--ink);
}

text.glassy {
  fill: var(--glass-deep);
}
</style>
