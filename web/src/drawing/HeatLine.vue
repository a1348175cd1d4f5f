<script setup lang="ts">
import { computed, ref, useId } from 'vue'

import type { HeatPlan, Landmark } from '../api/types'
import Said from '../components/Said.vue'
import { usePreferences } from '../composables/usePreferences'
import { useWidth } from '../composables/useSize'

/** Temperature against clock time, with this glass's landmarks as bands and the nights shaded. */
const props = defineProps<{ heat: HeatPlan; landmarks: Landmark[]; isStill?: boolean; tall?: number }>()
const chosen = defineModel<number | null>({ required: true })

const preferences = usePreferences()
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 1108)
const id = useId()
const isNarrow = computed(() => width.value < 560)
const height = computed(() => props.tall ?? (isNarrow.value ? 260 : 286))
const [left, right, top, bottom] = [46, 12, 16, 34]
const x = (s: number) => left + (s / props.heat.total_s) * (width.value - left - right)
const y = (c: number) => height.value - bottom - (c / props.heat.top_c) * (height.value - top - bottom)

const grid = computed(() => (preferences.system === 'metric' ? props.heat.ticks_metric : props.heat.ticks_us))
const path = computed(
  () => 'M' + props.heat.line.map(([s, c]) => `${x(s!).toFixed(1)} ${y(c!).toFixed(1)}`).join('L'),
)
const mark = (key: string) => props.landmarks.find((l) => l.key === key)
const bands = computed(() => {
  const [cast, soft, anneal, strain] = ['cast', 'softening', 'annealing', 'strain'].map(mark)
  const list = []
  if (cast) list.push({ name: 'casting', low: cast.low_c, high: cast.high_c })
  if (soft) list.push({ name: 'softening', low: soft.low_c - 2, high: soft.low_c + 2 })
  if (anneal && strain) list.push({ name: 'annealing to strain', low: strain.low_c, high: anneal.low_c })
  return list
})
const dayWidth = computed(() => 86400 * ((width.value - left - right) / props.heat.total_s))
const dayMarks = computed(() => {
  const every = Math.max(1, Math.ceil(46 / dayWidth.value))
  return props.heat.days.filter(
    (day, i) =>
      i % every === 0 &&
      x(day.at_s) < width.value - 46 &&
      (i !== 0 || (props.heat.days[1]?.at_s ?? 1e9) * (dayWidth.value / 86400) > 50),
  )
})
const points = computed(() =>
  props.heat.steps.map((step, index) => ({
    step,
    index,
    x: x(step.arrives_s),
    y: y(step.to_c),
    end: x(step.ends_s),
  })),
)
const peak = computed(() => points.value.find((p) => p.step.key === 'cast'))
const soak = computed(() => points.value.find((p) => p.step.key === 'fall'))
const lidAt = computed(() => Math.max(left + 130, (points.value.at(-2)?.x ?? width.value) - 16))
const call = computed(() => (chosen.value === null ? undefined : points.value[chosen.value]))
const callLeft = computed(() => {
  if (!call.value) return 0
  return Math.min(Math.max(call.value.x + 14, left + 4), width.value - 296)
})
const isCallLow = computed(() => (call.value?.y ?? 0) < height.value * 0.4)
const hold = (seconds: number, shown: (typeof props.heat.steps)[0]['hold']) =>
  seconds ? `, ${preferences.pick(shown).text}` : ''
</script>

<template>
  <div ref="box" class="heat-line" :style="{ height: `${height}px` }">
    <svg
      :width="width"
      :height="height"
      role="img"
      aria-label="Temperature against clock time; the steps are in the list below"
    >
      <defs>
        <linearGradient
          :id="`${id}ember`"
          gradientUnits="userSpaceOnUse"
          x1="0"
          x2="0"
          :y1="y(0)"
          :y2="y(800)"
        >
          <stop offset="0" stop-color="var(--steel)" />
          <stop offset="0.45" stop-color="var(--refractory)" />
          <stop offset="1" stop-color="var(--ember)" />
        </linearGradient>
      </defs>
      <rect
        v-for="([from, to], i) in heat.nights"
        :key="i"
        class="night"
        :x="x(from!)"
        :y="top"
        :width="Math.max(0, x(to!) - x(from!))"
        :height="y(0) - top"
      />
      <rect
        v-for="band in bands"
        :key="band.name"
        class="band"
        :x="left"
        :y="y(band.high)"
        :width="width - left - right"
        :height="y(band.low) - y(band.high)"
      />
      <g v-for="line in grid" :key="line.text">
        <path class="grid" :d="`M${left} ${y(line.at_c)}H${width - right}`" />
        <text class="figures" :x="left - 8" :y="y(line.at_c) + 4" text-anchor="end">{{ line.text }}</text>
      </g>
      <text
        v-for="band in bands"
        :key="band.name"
        class="band-name"
        :x="width - right - 6"
        :y="(y(band.high) + y(band.low)) / 2 + 4"
        text-anchor="end"
      >
        {{ band.name }}
      </text>
      <path
        v-for="day in heat.days.slice(1)"
        :key="day.at_s"
        class="midnight"
        :d="`M${x(day.at_s)} ${top}V${y(0)}`"
      />
      <text v-for="day in dayMarks" :key="day.at_s" class="day" :x="x(day.at_s) + 3" :y="height - 12">
        {{ day.name }}
      </text>
      <path class="line" :d="path" :stroke="`url(#${id}ember)`" />
      <text v-if="peak && !isNarrow" class="peak" :x="peak.end + 14" :y="peak.y + 4">
        {{ preferences.pick(peak.step.to).text }}{{ hold(peak.step.hold_s, peak.step.hold) }}
      </text>
      <text v-if="soak && soak.step.hold_s && !isNarrow" class="peak" :x="soak.end + 12" :y="soak.y - 9">
        soak {{ preferences.pick(soak.step.hold).text }}
      </text>
      <text class="peak" :x="lidAt" :y="y(0) - 9" text-anchor="end">
        lid {{ preferences.pick(heat.opens).text }}
      </text>
    </svg>
    <template v-if="!isStill">
      <button
        v-for="point in points"
        :key="point.index"
        type="button"
        class="point"
        :class="{ chosen: chosen === point.index }"
        :style="{ left: `${point.x}px`, top: `${point.y}px` }"
        :aria-label="`Step ${point.index + 1}: ${point.step.name}`"
        :aria-pressed="chosen === point.index"
        @click="chosen = chosen === point.index ? null : point.index"
      ></button>
      <div
        v-if="call"
        class="call"
        :style="{ left: `${callLeft}px`, top: `${isCallLow ? call.y + 18 : Math.max(8, call.y - 96)}px` }"
      >
        <strong
          >{{ call.step.name }}, {{ preferences.pick(call.step.rate).text }} to
          {{ preferences.pick(call.step.to).text }}</strong
        >
        <span><Said :said="call.step.why" /></span>
        <span v-if="call.step.late"><Said :said="call.step.late" /></span>
      </div>
    </template>
  </div>
</template>

<style scoped src="./heatLine.css"></style>
