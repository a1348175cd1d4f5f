<script setup lang="ts">
import { computed, ref, useId } from 'vue'

import type { PathShape, Sketch } from '../api/types'
import { usePreferences } from '../composables/usePreferences'
import { useWidth } from '../composables/useSize'
import { fit, place, ringsPath, stretches } from '../logic/sketch'
import BlankHandle from './BlankHandle.vue'
import DimensionLabel from '../kit/DimensionLabel.vue'

/** A lay-up to scale: what shapes the glass, the glass as it goes in, and as it comes out; its numbers are the inputs. */
const props = defineProps<{
  sketch: Sketch
  alongside?: { path: string; value: unknown }[]
  isStill?: boolean
  moving?: PathShape | null
  sheet?: number
  isMovable?: boolean
}>()
const emit = defineEmits<{ scaled: [pixelsPerMetre: number]; moved: [offsetMm: number] }>()
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 596)
const id = useId()
const preferences = usePreferences()
const at = computed(() => {
  const found = fit(props.sketch, width.value, props.isStill ? 290 : undefined)
  emit('scaled', found.scale)
  return found
})
// what moves stands for the glass as it comes out, and for all else of the same name
const standing = computed(() => {
  const moving = props.moving
  if (!moving) return props.sketch.bodies
  const names = new Set(moving.bodies.map((b) => b.name))
  const still = props.sketch.bodies.filter(
    (b) => b.matter !== 'after' && b.matter !== 'ghost' && !names.has(b.name),
  )
  return [
    ...still.filter((b) => b.matter !== 'glass'),
    ...moving.bodies,
    ...still.filter((b) => b.matter === 'glass'),
  ]
})
const bodies = computed(() =>
  standing.value.map((body) => ({ ...body, path: ringsPath(body.rings as number[][][], at.value) })),
)
const shades = computed(() =>
  props.moving?.thickness_m.length && props.sheet ? stretches(props.moving, props.sheet, at.value) : [],
)
const blank = computed(
  () => props.sketch.bodies.find((b) => b.name === 'as it goes in')?.rings as number[][][] | undefined,
)
const hasGhost = computed(() => bodies.value.some((b) => b.matter === 'ghost'))
const placed = computed(() => props.sketch.dimensions.map((d) => place(d, props.sketch, at.value)))
const key = (p: (typeof placed.value)[0]) => p.dimension.path + p.dimension.name
// sizes of a cradle count as measured once they are changed on the drawing; those of the lay-up need no such word
const also = (path: string) => (path.startsWith('cradle.') ? props.alongside : undefined)
</script>

<template>
  <div ref="box" class="sketch" :style="{ height: `${at.height}px` }">
    <svg
      :width="width"
      :height="at.height"
      role="img"
      aria-label="The lay-up before and after the firing, to scale"
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
      </defs>
      <template v-for="(body, i) in bodies" :key="i">
        <path :class="body.matter" :d="body.path" fill-rule="evenodd" />
        <path
          v-if="body.matter === 'refractory' || body.matter === 'shelf'"
          :d="body.path"
          :fill="`url(#${id}hatch)`"
          fill-rule="evenodd"
        />
      </template>
      <path
        v-for="(part, i) in shades"
        :key="`t${i}`"
        class="shade"
        :d="part.path"
        :fill-opacity="Math.min(1, Math.max(0.04, (part.share - 0.55) / 0.6))"
      />
      <BlankHandle
        v-if="isMovable && blank"
        :sketch="sketch"
        :at="at"
        :rings="blank"
        @move="(mm: number) => emit('moved', mm)"
      />
      <g v-for="p in placed" :key="key(p)" class="dimension">
        <path class="ends" :d="p.ends" />
        <path :d="p.line" />
      </g>
      <g v-if="isStill">
        <text
          v-for="p in placed"
          :key="key(p)"
          class="still figures"
          text-anchor="middle"
          :x="p.x"
          :y="p.y + 5"
        >
          {{ preferences.pick(p.dimension.shown).text }}
        </text>
      </g>
      <g class="legend">
        <rect class="glass" x="12" :y="at.height - 20" width="16" height="9" />
        <text x="34" :y="at.height - 12">as it goes in</text>
        <rect class="after" x="126" :y="at.height - 20" width="16" height="9" />
        <text x="148" :y="at.height - 12">{{ moving ? 'at that moment' : 'after the firing' }}</text>
        <template v-if="hasGhost">
          <rect class="ghost" x="252" :y="at.height - 20" width="16" height="9" />
          <text x="274" :y="at.height - 12">if the rim slides</text>
        </template>
        <text v-if="shades.length && !hasGhost" x="252" :y="at.height - 12">darker is thicker</text>
      </g>
    </svg>
    <template v-if="!isStill">
      <DimensionLabel
        v-for="p in placed"
        :key="key(p)"
        :dimension="p.dimension"
        :x="p.x"
        :y="p.y"
        :alongside="also(p.dimension.path)"
        is-of-stage
      />
    </template>
  </div>
</template>

<style scoped>
.sketch {
  position: relative;
  background: var(--sheet);
  overflow: hidden;
}

svg {
  display: block;
  position: absolute;
}

svg > path,
.legend rect {
  stroke: var(--ink);
  stroke-width: 1.2;
}

.refractory,
.shelf,
.fibre {
  fill: var(--refractory-pale);
}

.steel {
  fill: var(--steel);
}

svg > .after,
.legend .after {
  fill: var(--glass);
  fill-opacity: 0.75;
  stroke: var(--glass-deep);
}

svg > .glass,
.legend .glass {
  fill: var(--glass);
  fill-opacity: 0.12;
  stroke: var(--glass-deep);
  stroke-dasharray: 5 3;
}

svg > .ghost,
.legend .ghost {
  fill: var(--glass);
  fill-opacity: 0.22;
  stroke: var(--glass-deep);
  stroke-dasharray: 2 3;
}

svg > .shade {
  fill: var(--glass-deep);
  stroke: none;
}

.dimension path {
  stroke: var(--ink);
  fill: none;
}

.dimension .ends {
  stroke: var(--steel);
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
</style>
