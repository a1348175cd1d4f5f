<script setup lang="ts">
import { computed } from 'vue'

import type { FiringPage } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'
import { ActionButton } from '../../kit/ActionButton'
import { lettersOf } from '../../logic/loadPlan'

/** The levels from the front: what stands on each, how high, and what is free above it. */
const props = defineProps<{ page: FiringPage }>()
const level = defineModel<number>('level', { default: 0 })
const preferences = usePreferences()
const TALL = 130
const k = computed(() => Math.min(TALL / props.page.kiln.height_m, 300 / props.page.kiln.width_m))
const wide = computed(() => props.page.kiln.width_m * k.value)
const tall = computed(() => props.page.kiln.height_m * k.value)
const letters = computed(() => lettersOf(props.page))
const levels = computed(() => props.page.layout!.levels)
const stands = computed(() =>
  props.page
    .layout!.items.filter((item) => levels.value[item.level])
    .map((item) => ({
      key: `${item.member}-${item.copy}`,
      letter: letters.value[item.member],
      x: (item.x_m - item.width_m / 2) * k.value,
      width: item.width_m * k.value,
      height: item.height_m * k.value,
      y: tall.value - (levels.value[item.level]!.z_m + item.height_m) * k.value,
      isHere: item.level === level.value,
    })),
)
</script>

<template>
  <div class="levels">
    <svg :width="wide + 8" :height="tall + 8" role="img" aria-label="The levels from the front">
      <g transform="translate(4 4)">
        <rect class="room" :width="wide" :height="tall" />
        <g v-for="one in levels" :key="one.number">
          <rect class="board" x="0" :y="tall - one.z_m * k - 1" :width="wide" height="4" />
        </g>
        <g v-for="one in stands" :key="one.key">
          <rect
            :class="['stands', { here: one.isHere }]"
            :x="one.x"
            :y="one.y"
            :width="one.width"
            :height="one.height"
          />
          <text :x="one.x + one.width / 2" :y="one.y + one.height / 2 + 4" text-anchor="middle">
            {{ one.letter }}
          </text>
        </g>
      </g>
    </svg>
    <ul class="plain-list">
      <li v-for="one in [...levels].reverse()" :key="one.number">
        <ActionButton :aria-pressed="level === one.number" @click="level = one.number">{{
          one.name
        }}</ActionButton>
        <span class="small quiet"
          >{{ preferences.pick(one.free).text }} free, {{ preferences.pick(one.mass).text }}</span
        >
        <span v-for="(fault, i) in one.faults" :key="i" class="fault small"
          >✕ {{ preferences.said(fault) }}</span
        >
      </li>
    </ul>
  </div>
</template>

<style scoped>
.levels {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s3) var(--s5);
  align-items: end;
}

li {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s1) var(--s3);
  align-items: baseline;
  min-height: var(--s8);
}

.room {
  fill: var(--sheet);
  stroke: var(--ink);
}

.board {
  fill: var(--refractory);
}

.stands {
  fill: var(--glass-pale);
  stroke: var(--glass);
}

.here {
  stroke: var(--ink);
}

text {
  font-size: var(--f1);
  fill: var(--ink);
}
</style>
