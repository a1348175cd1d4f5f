<script setup lang="ts">
import { computed, ref } from 'vue'

import type { BerthTold, FiringPage, LoadItem } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'
import { useWidth } from '../../composables/useSize'
import { ActionButton } from '../../kit/ActionButton'
import { lettersOf, loadScale, outlineOf } from '../../logic/loadPlan'

/** One level of the kiln from above, door at the bottom, to scale: what lies there is dragged, turned and locked. */
const props = defineProps<{ page: FiringPage; isStill?: boolean }>()
const emit = defineEmits<{ move: [index: number, change: Partial<BerthTold>] }>()
const chosen = defineModel<number | null>('chosen')
const level = defineModel<number>('level', { default: 0 })
const preferences = usePreferences()
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 560)
const scale = computed(() => loadScale(props.page.kiln, width.value, 400))
const letters = computed(() => lettersOf(props.page))
const items = computed(() =>
  (props.page.layout?.items ?? [])
    .map((item, index) => ({ item, index }))
    .filter(({ item }) => item.level === level.value),
)
const shelf = computed(() => {
  const [left, front, right, back] = props.page.layout!.levels[level.value]!.box
  const { x, y, k } = scale.value
  return { x: x(left!), y: y(back!), width: (right! - left!) * k, height: (back! - front!) * k }
})

const held = ref<{ index: number; fromX: number; fromY: number; dx: number; dy: number } | null>(null)
const placed = (item: LoadItem, index: number) => {
  const drag = held.value?.index === index ? held.value : null
  return {
    x: scale.value.x(item.x_m) + (drag?.dx ?? 0),
    y: scale.value.y(item.y_m) + (drag?.dy ?? 0),
  }
}
function grab(event: PointerEvent, index: number) {
  chosen.value = index
  if (props.isStill) return
  ;(event.currentTarget as Element).setPointerCapture?.(event.pointerId)
  held.value = { index, fromX: event.clientX, fromY: event.clientY, dx: 0, dy: 0 }
}
function drag(event: PointerEvent) {
  if (!held.value) return
  held.value = {
    ...held.value,
    dx: event.clientX - held.value.fromX,
    dy: event.clientY - held.value.fromY,
  }
}
const mm = (m: number) => `${Math.round(m * 1000)} mm`
function drop() {
  const drag = held.value
  held.value = null
  if (!drag || Math.hypot(drag.dx, drag.dy) < 3) return
  const item = props.page.layout!.items[drag.index]!
  emit('move', drag.index, {
    x: mm(item.x_m + drag.dx / scale.value.k),
    y: mm(item.y_m - drag.dy / scale.value.k),
  })
}
const STEPS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}
function key(event: KeyboardEvent, item: LoadItem, index: number) {
  const step = STEPS[event.key]
  const by = event.shiftKey ? 0.001 : 0.01
  if (props.isStill || event.ctrlKey || event.metaKey) return
  if (step) emit('move', index, { x: mm(item.x_m + step[0] * by), y: mm(item.y_m + step[1] * by) })
  else if (event.key === 't') turn(item, index)
  else if (event.key === 'l') emit('move', index, { locked: !item.is_locked })
  else return
  event.preventDefault()
}
const turn = (item: LoadItem, index: number) =>
  emit('move', index, { turn: String((Math.round(item.turn_deg) + 15) % 360) })
const picked = computed(() => {
  const item =
    chosen.value === null || chosen.value === undefined ? null : props.page.layout!.items[chosen.value]
  return item ? { item, index: chosen.value! } : null
})
</script>

<template>
  <div class="load-plan">
    <div ref="box" class="box">
      <svg
        :width="scale.width"
        :height="scale.height"
        role="group"
        :aria-label="`${page.kiln.name} from above, ${page.layout!.levels[level]!.name}`"
        @pointermove="drag"
        @pointerup="drop"
        @pointercancel="held = null"
      >
        <clipPath id="kiln-floor">
          <rect :x="scale.x(0)" :y="scale.y(page.kiln.depth_m)" :width="scale.wide" :height="scale.floor" />
        </clipPath>
        <rect class="wall" x="1" y="1" :width="scale.width - 2" :height="scale.floor + 18" />
        <rect
          class="floor"
          :x="scale.x(0)"
          :y="scale.y(page.kiln.depth_m)"
          :width="scale.wide"
          :height="scale.floor"
        />
        <g v-for="spot in page.kiln.spots" :key="spot.name" class="spot">
          <circle
            :class="spot.offset_k > 0 ? 'hot' : 'cool'"
            :cx="scale.x(spot.at[0]! * page.kiln.width_m)"
            :cy="scale.y(spot.at[1]! * page.kiln.depth_m)"
            :r="scale.floor * 0.2"
            clip-path="url(#kiln-floor)"
            :style="{ opacity: 0.12 + Math.min(0.4, Math.abs(spot.offset_k) / 40) }"
          />
        </g>
        <rect class="shelf" v-bind="shelf" />
        <g
          v-for="{ item, index } in items"
          :key="`${item.member}-${item.copy}`"
          :class="['item', { chosen: chosen === index, faulty: item.faults.length, told: item.berth >= 0 }]"
          :transform="`translate(${placed(item, index).x} ${placed(item, index).y}) rotate(${-item.turn_deg})`"
          tabindex="0"
          role="button"
          :aria-pressed="chosen === index"
          :aria-label="`${item.name}${item.copy > 1 ? ` ${item.copy}` : ''}, ${preferences.said(item.words)}`"
          @pointerdown.prevent="grab($event, index)"
          @focus="chosen = index"
          @keydown="key($event, item, index)"
        >
          <path class="body" :d="outlineOf(item, scale.k)" />
          <path
            v-for="(ring, i) in item.rings"
            :key="i"
            class="ring"
            :d="
              'M' +
              ring.map(([x, y]) => `${(x! * scale.k).toFixed(1)} ${(-y! * scale.k).toFixed(1)}`).join('L') +
              'Z'
            "
          />
          <text class="letter" text-anchor="middle" y="5" :transform="`rotate(${item.turn_deg})`">
            {{ letters[item.member] }}{{ item.copy > 1 ? item.copy : '' }}{{ item.is_locked ? ' ⚿' : '' }}
          </text>
        </g>
        <text
          v-for="spot in page.kiln.spots"
          :key="`${spot.name} word`"
          class="spot-word"
          :x="scale.x(spot.at[0]! * page.kiln.width_m)"
          :y="scale.y(spot.at[1]! * page.kiln.depth_m) + 4"
          text-anchor="middle"
        >
          {{ spot.name }} {{ spot.offset_k > 0 ? '+' : '' }}{{ preferences.pick(spot.offset).text }}
        </text>
        <text class="door" :x="scale.width / 2" :y="scale.height - 2" text-anchor="middle">door</text>
      </svg>
    </div>
    <p class="small picked">
      <template v-if="picked">
        <b>{{ letters[picked.item.member] }}</b> {{ picked.item.name }}:
        {{ preferences.said(picked.item.words) }}{{ picked.item.place ? `, ${picked.item.place}` : '' }}.
        <span v-for="(fault, i) in picked.item.faults" :key="i" class="fault"
          >✕ {{ preferences.said(fault) }}
        </span>
        <span v-if="!isStill" class="acts">
          <ActionButton v-if="!picked.item.is_round" @click="turn(picked.item, picked.index)"
            >Turn</ActionButton
          >
          <ActionButton
            :aria-pressed="picked.item.is_locked"
            @click="emit('move', picked.index, { locked: !picked.item.is_locked })"
            >{{ picked.item.is_locked ? 'Unlock' : 'Lock' }}</ActionButton
          >
        </span>
      </template>
      <span v-else-if="!isStill" class="quiet"
        >Drag it, or choose it and use the arrow keys; t turns, l locks.</span
      >
    </p>
  </div>
</template>

<style scoped src="./loadPlan.css"></style>
