<script setup lang="ts">
import { computed } from 'vue'

import type { HeatPlan, Landmark } from '../api/types'
import { usePreferences } from '../composables/usePreferences'
import { hourMarks, MARGIN, type HeatScale, type Span } from './heatScale'

/** What the heat line is drawn on: nights, the landmarks of this glass as bands, degrees, days and hours. */
const props = defineProps<{
  heat: HeatPlan
  landmarks: Landmark[]
  scale: HeatScale
  span: Span
  width: number
  height: number
}>()
const preferences = usePreferences()
const right = computed(() => props.width - MARGIN.right)
const floor = computed(() => props.scale.y(0))
const clip = (s: number) => Math.min(Math.max(props.scale.x(s), MARGIN.left), right.value)

const grid = computed(() => (preferences.system === 'metric' ? props.heat.ticks_metric : props.heat.ticks_us))
const bands = computed(() => {
  const mark = (key: string) => props.landmarks.find((l) => l.key === key)
  const [soft, anneal, strain] = ['softening', 'annealing', 'strain'].map(mark)
  const { process_name, window_low_c, window_high_c } = props.heat
  const list = [{ name: process_name, low: window_low_c, high: window_high_c }]
  if (soft) list.push({ name: 'softening', low: soft.low_c - 2, high: soft.low_c + 2 })
  if (anneal && strain) list.push({ name: 'annealing to strain', low: strain.low_c, high: anneal.low_c })
  const named = list.map((band) => ({ ...band, at: props.scale.y((band.low + band.high) / 2) + 4 }))
  named.sort((a, b) => a.at - b.at)
  // names that would lie on one another are set apart
  named.forEach((band, i) => {
    const above = named[i - 1]
    if (above && band.at - above.at < 13) band.at = above.at + 13
  })
  return named
})
const hours = computed(() => hourMarks(props.heat.starts_at, props.span, props.width))
const days = computed(() => {
  const dayWidth = 86400 * props.scale.perSecond
  const every = Math.max(1, Math.ceil(46 / dayWidth))
  return props.heat.days.filter((day, i) => {
    const at = props.scale.x(day.at_s)
    const next = props.scale.x(props.heat.days[i + 1]?.at_s ?? 1e12)
    return i % every === 0 && at >= MARGIN.left - 2 && at < right.value - 40 && (i !== 0 || next - at > 50)
  })
})
</script>

<template>
  <g>
    <rect
      v-for="([from, to], i) in heat.nights"
      :key="i"
      class="night"
      :x="clip(from!)"
      :y="MARGIN.top"
      :width="Math.max(0, clip(to!) - clip(from!))"
      :height="floor - MARGIN.top"
    />
    <rect
      v-for="band in bands"
      :key="band.name"
      class="band"
      :x="MARGIN.left"
      :y="scale.y(band.high)"
      :width="right - MARGIN.left"
      :height="scale.y(band.low) - scale.y(band.high)"
    />
    <g v-for="line in grid" :key="line.text">
      <path class="grid" :d="`M${MARGIN.left} ${scale.y(line.at_c)}H${right}`" />
      <text class="figures" :x="MARGIN.left - 8" :y="scale.y(line.at_c) + 4" text-anchor="end">
        {{ line.text }}
      </text>
    </g>
    <text
      v-for="band in bands"
      :key="band.name"
      class="band-name"
      :x="right - 6"
      :y="band.at"
      text-anchor="end"
    >
      {{ band.name }}
    </text>
    <template v-for="mark in hours" :key="mark.at_s">
      <path class="hour" :d="`M${scale.x(mark.at_s)} ${floor}v4`" />
      <text class="hour-name figures" :x="scale.x(mark.at_s)" :y="floor + 15" text-anchor="middle">
        {{ mark.name }}
      </text>
    </template>
    <template v-for="day in heat.days.slice(1)" :key="day.at_s">
      <path
        v-if="scale.x(day.at_s) > MARGIN.left && scale.x(day.at_s) < right"
        class="midnight"
        :d="`M${scale.x(day.at_s)} ${MARGIN.top}V${floor}`"
      />
    </template>
    <text v-for="day in days" :key="day.at_s" class="day" :x="scale.x(day.at_s) + 3" :y="height - 4">
      {{ day.name }}
    </text>
  </g>
</template>

<style scoped src="./heatLine.css"></style>
