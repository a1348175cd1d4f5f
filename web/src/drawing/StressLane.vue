<script setup lang="ts">
import { computed, useId } from 'vue'

import type { HeatPlan } from '../api/types'
import { usePreferences } from '../composables/usePreferences'
import { MARGIN, type HeatScale } from './heatScale'

/** A slim lane under the heat line: the pull in the faces and in the heart, against what is allowed. */
const props = defineProps<{ heat: HeatPlan; scale: HeatScale; width: number; height: number }>()
const preferences = usePreferences()
const id = useId()
const WORTH_SAYING_PA = 5e4
const most = computed(() => {
  const peak = Math.max(...props.heat.inside.map((p) => Math.max(p[3]!, p[4]!)))
  return Math.max(peak * 1.15, props.heat.stress_limit_pa * 1.15)
})
const y = (pa: number) => props.height - 4 - (Math.max(0, pa) / most.value) * (props.height - 12)
const path = (column: 3 | 4) =>
  'M' +
  props.heat.inside.map((p) => `${props.scale.x(p[0]!).toFixed(1)} ${y(p[column]!).toFixed(1)}`).join('L')
const limit = computed(() => y(props.heat.stress_limit_pa))
const worst = computed(() => {
  const { warm_peak_s, cool_peak_s, warm_peak_pa, cool_peak_pa, warm_peak, cool_peak } = props.heat
  return [
    { at: warm_peak_s, pa: warm_peak_pa, shown: warm_peak, key: 'warm' },
    { at: cool_peak_s, pa: cool_peak_pa, shown: cool_peak, key: 'cool' },
  ].filter((p) => {
    const x = props.scale.x(p.at)
    return p.pa > WORTH_SAYING_PA && x >= MARGIN.left && x <= props.width - MARGIN.right
  })
})
</script>

<template>
  <svg
    class="lane"
    :width="width"
    :height="height"
    role="img"
    :aria-label="`Pull in the glass through the firing. Most on the way down: ${preferences.pick(heat.cool_peak).text} ${heat.cool_peak_where}`"
  >
    <path class="grid" :d="`M${MARGIN.left} ${y(0)}H${width - MARGIN.right}`" />
    <path class="limit" :d="`M${MARGIN.left} ${limit}H${width - MARGIN.right}`" />
    <text class="limit-name" :x="width - MARGIN.right - 6" :y="limit - 4" text-anchor="end">allowed</text>
    <text :x="MARGIN.left - 8" :y="height / 2 + 4" text-anchor="end">pull</text>
    <clipPath :id="`${id}lane`">
      <rect :x="MARGIN.left" y="0" :width="width - MARGIN.left - MARGIN.right + 2" :height="height" />
    </clipPath>
    <path class="pull heart" :clip-path="`url(#${id}lane)`" :d="path(4)" />
    <path class="pull face" :clip-path="`url(#${id}lane)`" :d="path(3)" />
    <text
      v-for="mark in worst"
      :key="mark.key"
      class="mark figures"
      :x="Math.min(Math.max(scale.x(mark.at) - 10, MARGIN.left + 60), width - 80)"
      :y="Math.max(limit + 11, 13)"
      text-anchor="end"
    >
      {{ preferences.pick(mark.shown).text }}
    </text>
  </svg>
</template>

<style scoped src="./heatLine.css"></style>
