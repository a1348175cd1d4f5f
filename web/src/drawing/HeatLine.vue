<script setup lang="ts">
import { computed, ref, useId, watch } from 'vue'

import type { HeatPlan, Landmark, Moment } from '../api/types'
import MessageText from '../components/MessageText.vue'
import { usePreferences } from '../composables/usePreferences'
import { useWidth } from '../composables/useSize'
import { ActionButton } from '../kit/ActionButton'
import HeatGround from './HeatGround.vue'
import HeatMarks from './HeatMarks.vue'
import HeatHandles, { type Pull } from './HeatHandles.vue'
import { heatScale, setApart, MARGIN, shifted, spansOf, zoomed, type Span } from './heatScale'
import StressLane from './StressLane.vue'

/** Temperature against clock time, the spread inside the glass as a ribbon, and the pull in it in a lane below. */
const props = defineProps<{
  heat: HeatPlan
  landmarks: Landmark[]
  marks?: Moment[]
  isStill?: boolean
  tall?: number
}>()
const chosen = defineModel<number | null>({ required: true })
const emit = defineEmits<{ pull: [pull: Pull, isDone: boolean] }>()

const preferences = usePreferences()
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 1108)
const id = useId()
const isNarrow = computed(() => width.value < 560)
const lane = computed(() => (props.isStill ? 34 : 46))
// on a low screen the steps below are to be seen with the line
const isLowScreen = window.innerHeight < 860
const height = computed(() => props.tall ?? (isNarrow.value ? 250 : isLowScreen ? 206 : 262))
const span = ref<Span>([0, props.heat.total_s])
const spans = computed(() => spansOf(props.heat))
const shown = ref('whole')
watch(
  () => props.heat.total_s,
  () => look(shown.value),
)
const scale = computed(() => heatScale(width.value, height.value, props.heat.top_c, span.value))

function look(key: string) {
  shown.value = key
  span.value = spans.value.find((s) => s.key === key)?.span ?? [0, props.heat.total_s]
}
function zoom(by: number) {
  shown.value = ''
  span.value = zoomed(span.value, by, props.heat.total_s)
}
function pan(share: number) {
  shown.value = ''
  span.value = shifted(span.value, share, props.heat.total_s)
}

const at = (s: number, c: number) => `${scale.value.x(s).toFixed(1)} ${scale.value.y(c).toFixed(1)}`
const path = computed(() => 'M' + props.heat.line.map(([s, c]) => at(s!, c!)).join('L'))
const ribbon = computed(() => {
  const there = props.heat.inside.map((p) => at(p[0]!, p[1]!))
  const back = props.heat.inside.map((p) => at(p[0]!, p[2]!)).reverse()
  return `M${there.join('L')}L${back.join('L')}Z`
})
const step = (key: string) => props.heat.steps.find((s) => s.key === key)
const labels = computed(() => {
  if (isNarrow.value) return []
  const list = []
  const [peak, soak] = [step('cast'), step('fall')]
  if (peak) {
    const hold = peak.hold_s ? `, ${preferences.pick(peak.hold).text}` : ''
    list.push({ x: peak.ends_s, y: peak.to_c, dx: 14, dy: 4, text: preferences.pick(peak.to).text + hold })
  }
  if (soak?.hold_s)
    list.push({
      x: soak.ends_s,
      y: soak.to_c,
      dx: 12,
      dy: -9,
      text: `soak ${preferences.pick(soak.hold).text}`,
    })
  for (const visit of props.heat.visits)
    list.push({
      x: visit.at_s,
      y: props.heat.top_c * 0.985,
      dx: 14,
      dy: 8,
      text: `${visit.is_awake ? '' : '☾ '}${visit.name}`,
    })
  const placed = list
    .map((l) => ({ ...l, x: scale.value.x(l.x) + l.dx, y: scale.value.y(l.y) + l.dy }))
    .filter((l) => l.x > MARGIN.left && l.x < width.value - 60)
  return setApart(placed)
})
const lidAt = computed(() =>
  Math.min(
    width.value - MARGIN.right - 4,
    Math.max(MARGIN.left + 130, scale.value.x(props.heat.total_s) - 6),
  ),
)
const call = computed(() => {
  const found = chosen.value === null ? undefined : props.heat.steps[chosen.value]
  if (!found) return undefined
  const [x, y] = [scale.value.x(found.arrives_s), scale.value.y(found.to_c)]
  const isLow = y < height.value * 0.4
  return {
    step: found,
    left: Math.min(Math.max(x + 14, MARGIN.left + 4), width.value - 296),
    top: isLow ? y + 18 : Math.max(8, y - 96),
  }
})
function key(event: KeyboardEvent) {
  const does: Record<string, () => void> = {
    '+': () => zoom(0.6),
    '-': () => zoom(1.7),
    '0': () => look('whole'),
    ArrowLeft: () => pan(-0.25),
    ArrowRight: () => pan(0.25),
  }
  if (event.target !== event.currentTarget || !does[event.key]) return
  event.preventDefault()
  does[event.key]!()
}
</script>

<template>
  <div class="heat-drawing">
    <div
      ref="box"
      class="heat-line"
      role="group"
      aria-label="Heat line. Plus, minus, zero and the arrows look closer, wider, at all, and along it"
      :tabindex="isStill ? undefined : 0"
      :style="{ height: `${height}px` }"
      @keydown="key"
    >
      <svg
        :width="width"
        :height="height"
        role="img"
        aria-label="Temperature against clock time; the steps are in the list below, the hours in a table under it"
      >
        <defs>
          <linearGradient
            :id="`${id}ember`"
            gradientUnits="userSpaceOnUse"
            x1="0"
            x2="0"
            :y1="scale.y(0)"
            :y2="scale.y(800)"
          >
            <stop offset="0" stop-color="var(--steel)" />
            <stop offset="0.45" stop-color="var(--refractory)" />
            <stop offset="1" stop-color="var(--ember)" />
          </linearGradient>
          <clipPath :id="`${id}clip`">
            <rect :x="MARGIN.left" y="0" :width="width - MARGIN.left - MARGIN.right + 2" :height="height" />
          </clipPath>
        </defs>
        <HeatGround
          :heat="heat"
          :landmarks="landmarks"
          :scale="scale"
          :span="span"
          :width="width"
          :height="height"
        />
        <g :clip-path="`url(#${id}clip)`">
          <path class="ribbon" :d="ribbon" />
          <path class="line" :d="path" :stroke="`url(#${id}ember)`" />
        </g>
        <HeatMarks v-if="marks?.length" :marks="marks" :scale="scale" :width="width" />
        <text v-for="label in labels" :key="label.text" class="peak" :x="label.x" :y="label.y">
          {{ label.text }}
        </text>
        <text
          v-if="span[1] > heat.total_s * 0.99"
          class="peak"
          :x="lidAt"
          :y="scale.y(0) - (isStill ? 9 : 36)"
          text-anchor="end"
        >
          lid {{ preferences.pick(heat.opens).text }}
        </text>
      </svg>
      <template v-if="!isStill">
        <HeatHandles
          v-model="chosen"
          :heat="heat"
          :scale="scale"
          :width="width"
          @pull="(pull: Pull, isDone: boolean) => emit('pull', pull, isDone)"
        />
        <div v-if="call" class="call" :style="{ left: `${call.left}px`, top: `${call.top}px` }">
          <strong
            >{{ call.step.name }}, {{ preferences.pick(call.step.rate).text }} to
            {{ preferences.pick(call.step.to).text }}</strong
          >
          <span><MessageText :said="call.step.why" /></span>
          <span v-if="call.step.late"><MessageText :said="call.step.late" /></span>
        </div>
      </template>
    </div>
    <StressLane :heat="heat" :scale="scale" :width="width" :height="lane" />
    <div v-if="!isStill" class="looks" role="group" aria-label="Look at">
      <ActionButton
        v-for="part in spans"
        :key="part.key"
        :aria-pressed="shown === part.key"
        @click="look(part.key)"
      >
        {{ part.name }}
      </ActionButton>
      <ActionButton aria-label="Closer" @click="zoom(0.6)">+</ActionButton>
      <ActionButton aria-label="Wider" @click="zoom(1.7)">−</ActionButton>
      <span class="key small quiet"
        ><i class="k ribbon-key"></i>skin to heart <i class="k face-key"></i>pull in a face
        <i class="k heart-key"></i>in the heart; {{ heat.taken_as }}</span
      >
    </div>
  </div>
</template>

<style scoped src="./heatLine.css"></style>
