<script setup lang="ts">
import { computed } from 'vue'

import { hourMarks, MARGIN, type HeatScale, type Span } from './heatScale'

/** Nights, degrees, hours and days: what every line of temperature against clock time is drawn on. */
const props = defineProps<{
  nights: number[][]
  days: { at_s: number; name: string }[]
  grid: { at_c: number; text: string }[]
  startsAt: string
  scale: HeatScale
  span: Span
  width: number
  height: number
}>()
const right = computed(() => props.width - MARGIN.right)
const floor = computed(() => props.scale.y(0))
const clip = (s: number) => Math.min(Math.max(props.scale.x(s), MARGIN.left), right.value)
const hours = computed(() => hourMarks(props.startsAt, props.span, props.width))
const days = computed(() => {
  const dayWidth = 86400 * props.scale.perSecond
  const every = Math.max(1, Math.ceil(46 / dayWidth))
  return props.days.filter((day, i) => {
    const at = props.scale.x(day.at_s)
    const next = props.scale.x(props.days[i + 1]?.at_s ?? 1e12)
    return i % every === 0 && at >= MARGIN.left - 2 && at < right.value - 40 && (i !== 0 || next - at > 50)
  })
})
</script>

<template>
  <g>
    <rect
      v-for="([from, to], i) in nights"
      :key="i"
      class="night"
      :x="clip(from!)"
      :y="MARGIN.top"
      :width="Math.max(0, clip(to!) - clip(from!))"
      :height="floor - MARGIN.top"
    />
    <slot />
    <g v-for="line in grid" :key="line.text">
      <path class="grid" :d="`M${MARGIN.left} ${scale.y(line.at_c)}H${right}`" />
      <text class="figures" :x="MARGIN.left - 8" :y="scale.y(line.at_c) + 4" text-anchor="end">
        {{ line.text }}
      </text>
    </g>
    <template v-for="mark in hours" :key="mark.at_s">
      <path class="hour" :d="`M${scale.x(mark.at_s)} ${floor}v4`" />
      <text class="hour-name figures" :x="scale.x(mark.at_s)" :y="floor + 15" text-anchor="middle">
        {{ mark.name }}
      </text>
    </template>
    <template v-for="day in props.days.slice(1)" :key="day.at_s">
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
