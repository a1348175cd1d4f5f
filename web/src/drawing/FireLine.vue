<script setup lang="ts">
import { computed, ref } from 'vue'

import type { FireLines } from '../api/types'
import { usePreferences } from '../composables/usePreferences'
import { useWidth } from '../composables/useSize'
import { ActionButton } from '../kit/ActionButton'
import ClockGround from './ClockGround.vue'
import { heatScale, MARGIN, type Span } from './heatScale'

/** The planned line, the measured one growing, what comes next, and what was done, on the firing's own clock. */
const props = defineProps<{
  line: FireLines
  nowS?: number
  events?: { key: string; at_s: number; name: string }[]
  dues?: { name: string; at_s: number }[]
  tall?: number
  isStill?: boolean
}>()
const preferences = usePreferences()
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 1000)
const height = computed(() => props.tall ?? (width.value < 560 ? 220 : 270))
const look = ref<'whole' | 'now'>('whole')
const HOUR = 3600
const span = computed<Span>(() => {
  const total = Math.max(props.line.total_s, HOUR)
  if (look.value === 'whole' || props.nowS === undefined) return [0, total]
  const end = Math.min(total, Math.max(props.nowS + 1.5 * HOUR, 3 * HOUR))
  return [Math.max(0, end - 4.5 * HOUR), end]
})
const scale = computed(() => heatScale(width.value, height.value, props.line.top_c, span.value))
const path = (points: number[][]) =>
  points.length
    ? 'M' +
      points.map(([s, c]) => `${scale.value.x(s!).toFixed(1)} ${scale.value.y(c!).toFixed(1)}`).join('L')
    : ''
const ribbon = computed(() => {
  if (props.line.skin.length < 2) return ''
  return `${path(props.line.skin)}L${path([...props.line.heart].reverse()).slice(1)}Z`
})
const grid = computed(() => (preferences.system === 'metric' ? props.line.ticks_metric : props.line.ticks_us))
const right = computed(() => width.value - MARGIN.right)
const floor = computed(() => scale.value.y(0))
const inView = (s: number) => s >= span.value[0] && s <= span.value[1]
const shownEvents = computed(() => (props.events ?? []).filter((e) => inView(e.at_s)))
const shownDues = computed(() => (props.dues ?? []).filter((d) => inView(d.at_s)))
const now = computed(() =>
  props.nowS !== undefined && inView(props.nowS) ? scale.value.x(props.nowS) : null,
)
</script>

<template>
  <div class="fire-line">
    <div ref="box" class="paper" :style="{ height: `${height}px` }">
      <svg
        :width="width"
        :height="height"
        role="img"
        aria-label="Planned, measured and predicted temperature"
      >
        <defs>
          <clipPath id="fire-clip">
            <rect :x="MARGIN.left" y="0" :width="right - MARGIN.left + 2" :height="height" />
          </clipPath>
        </defs>
        <ClockGround
          :nights="line.nights"
          :days="line.days"
          :grid="grid"
          :starts-at="line.starts_at"
          :scale="scale"
          :span="span"
          :width="width"
          :height="height"
        />
        <g clip-path="url(#fire-clip)">
          <path class="planned" :d="path(line.planned)" />
          <path class="ribbon" :d="ribbon" />
          <path class="ahead" :d="path(line.ahead)" />
          <path class="measured" :d="path(line.measured)" data-line="measured" />
        </g>
        <g v-for="due in shownDues" :key="due.name + due.at_s">
          <path class="due" :d="`M${scale.x(due.at_s)} ${MARGIN.top}V${floor}`" />
        </g>
        <g v-for="event in shownEvents" :key="event.key">
          <path class="event" :d="`M${scale.x(event.at_s)} ${floor - 12}l-5 -9h10z`">
            <title>{{ event.name }}</title>
          </path>
        </g>
        <g v-if="now !== null">
          <path class="now" :d="`M${now} ${MARGIN.top}V${floor}`" />
          <text class="now-word" :x="Math.min(now + 4, right - 26)" :y="MARGIN.top + 11">now</text>
        </g>
      </svg>
    </div>
    <p v-if="!isStill" class="key small quiet">
      <ActionButton :aria-pressed="look === 'whole'" @click="look = 'whole'"> Whole </ActionButton>
      <ActionButton :aria-pressed="look === 'now'" @click="look = 'now'"> Round now </ActionButton>
      <span><i class="k planned-key"></i>planned</span>
      <span><i class="k measured-key"></i>measured</span>
      <span><i class="k ahead-key"></i>to come</span>
      <span><i class="k ribbon-key"></i>skin to heart</span>
      <span>▾ done</span>
    </p>
  </div>
</template>

<style scoped src="./fireLine.css"></style>
