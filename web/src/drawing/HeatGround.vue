<script setup lang="ts">
import { computed } from 'vue'

import type { HeatPlan, Landmark } from '../api/types'
import { usePreferences } from '../composables/usePreferences'
import ClockGround from './ClockGround.vue'
import { MARGIN, type HeatScale, type Span } from './heatScale'

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
</script>

<template>
  <ClockGround
    :nights="heat.nights"
    :days="heat.days"
    :grid="grid"
    :starts-at="heat.starts_at"
    :scale="scale"
    :span="span"
    :width="width"
    :height="height"
  >
    <rect
      v-for="band in bands"
      :key="band.name"
      class="band"
      :x="MARGIN.left"
      :y="scale.y(band.high)"
      :width="right - MARGIN.left"
      :height="scale.y(band.low) - scale.y(band.high)"
    />
    <text
      v-for="band in bands"
      :key="`${band.name} name`"
      class="band-name"
      :x="right - 6"
      :y="band.at"
      text-anchor="end"
    >
      {{ band.name }}
    </text>
  </ClockGround>
</template>

<style scoped src="./heatLine.css"></style>
