<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Silhouette, Today } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'
import { useWidth } from '../../composables/useSize'

/** Firings as silhouettes, one row a kiln, all on one clock. */
const props = defineProps<{ today: Today }>()
const preferences = usePreferences()
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 1000)
const LEFT = computed(() => (width.value < 560 ? 0 : 84))
const ROW = 140
const TALL = 56
const HOUR = 3_600_000
const now = computed(() => new Date(props.today.now).getTime())
const all = computed(() => props.today.kilns.flatMap((k) => k.firings))
const from = computed(() =>
  Math.min(
    now.value - 6 * HOUR,
    ...all.value.map((f) => Math.max(new Date(f.starts_at).getTime(), now.value - 36 * HOUR)),
  ),
)
const to = computed(() =>
  Math.max(
    now.value + 36 * HOUR,
    Math.min(
      now.value + 4 * 24 * HOUR,
      ...[Math.max(now.value, ...all.value.map((f) => new Date(f.ends_at).getTime()))],
    ),
  ),
)
const x = (ms: number) =>
  LEFT.value + ((ms - from.value) / (to.value - from.value)) * (width.value - LEFT.value - 8)
const rows = computed(() =>
  props.today.kilns.map((kiln) => ({
    ...kiln,
    firings: kiln.firings.filter((f) => new Date(f.starts_at).getTime() < to.value),
  })),
)
function shape(firing: Silhouette) {
  const start = new Date(firing.starts_at).getTime()
  const top = Math.max(...firing.line.map(([, c]) => c!), 1)
  const points = firing.line.map(
    ([s, c]) => `${x(start + s! * 1000).toFixed(1)} ${(TALL - (c! / top) * (TALL - 6)).toFixed(1)}`,
  )
  const [first] = points[0]!.split(' ')
  const [last] = points.at(-1)!.split(' ')
  return `M${first} ${TALL}L${points.join('L')}L${last} ${TALL}Z`
}
const marks = computed(() => {
  const list = []
  const every = (to.value - from.value) / HOUR > 60 ? 12 : (to.value - from.value) / HOUR > 30 ? 6 : 3
  const at = new Date(from.value)
  at.setMinutes(0, 0, 0)
  for (; at.getTime() < to.value; at.setHours(at.getHours() + 1)) {
    if (at.getTime() < from.value || at.getHours() % every) continue
    const isDay = at.getHours() === 0
    list.push({
      at: at.getTime(),
      isDay,
      name: isDay
        ? at.toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric' })
        : `${String(at.getHours()).padStart(2, '0')}:00`,
    })
  }
  return list
})
const nights = computed(() => {
  const list = []
  const at = new Date(from.value)
  at.setHours(22, 0, 0, 0)
  at.setDate(at.getDate() - 1)
  for (; at.getTime() < to.value; at.setDate(at.getDate() + 1))
    list.push([Math.max(from.value, at.getTime()), Math.min(to.value, at.getTime() + 9 * HOUR)] as const)
  return list.filter(([a, b]) => b > a)
})
const labelAt = (f: Silhouette) => Math.max(LEFT.value + 2, x(new Date(f.starts_at).getTime()))
const LETTER = 8
/** Names stand in two lanes; one that would lie on another is left to its silhouette's title. */
function lanes(firings: Silhouette[]) {
  const ends = [0, 0]
  return [...firings]
    .sort((a, b) => labelAt(a) - labelAt(b))
    .map((firing) => {
      const at = Math.min(labelAt(firing), width.value - 150)
      const lane = ends.findIndex((end) => end <= at)
      if (lane >= 0) ends[lane] = at + Math.max(firing.name.length * LETTER, words(firing).length * 6.6) + 14
      return { firing, at, lane }
    })
}
function words(f: Silhouette) {
  if (f.may_open) return 'may be opened'
  const lid = f.opens ? `, lid ${preferences.pick(f.opens).text}` : ''
  return `${WORDS[f.state] || `${clock(f.starts_at)} to ${clock(f.ends_at)}`}${lid}`
}
const station = (f: Silhouette) => (['planned', 'loaded'].includes(f.state) ? 'before' : 'fire')
const WORDS: Record<string, string> = {
  planned: '',
  loaded: 'lid closed',
  running: 'firing now',
  cooling: 'cooling',
  stopped: 'stopped',
}
const clock = (iso: string) =>
  new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
</script>

<template>
  <div ref="box" class="axis">
    <div v-for="kiln in rows" :key="kiln.id" class="kiln">
      <h2 :style="{ width: LEFT ? `${LEFT}px` : undefined }">{{ kiln.name }}</h2>
      <svg :width="width" :height="ROW" role="img" :aria-label="`Firings of ${kiln.name}`">
        <rect
          v-for="([a, b], i) in nights"
          :key="i"
          class="night"
          :x="x(a)"
          y="0"
          :width="Math.max(0, x(b) - x(a))"
          :height="TALL"
        />
        <path class="floor" :d="`M${LEFT} ${TALL}H${width - 8}`" />
        <g v-for="firing in kiln.firings" :key="firing.firing_id" :class="['firing', firing.state]">
          <path :d="shape(firing)">
            <title>{{ firing.name }}: {{ words(firing) }}</title>
          </path>
        </g>
        <path v-if="now >= from" class="now" :d="`M${x(now)} 0V${TALL + 4}`" />
      </svg>
      <template v-for="{ firing, at, lane } in lanes(kiln.firings)" :key="firing.firing_id">
        <RouterLink
          v-if="lane >= 0"
          class="label"
          :style="{ left: `${at}px`, top: `${TALL + 5 + lane * 38}px` }"
          :to="{
            name: 'piece',
            params: { id: firing.piece_id, station: station(firing) },
            query: { stage: firing.stage_key },
          }"
          ><b>{{ firing.name }}</b>
          <span class="small">{{ words(firing) }}</span>
        </RouterLink>
      </template>
      <p v-if="!kiln.firings.length" class="label quiet small" :style="{ left: `${LEFT + 4}px` }">
        nothing planned
      </p>
    </div>
    <svg :width="width" height="20" aria-hidden="true">
      <text
        v-for="mark in marks"
        :key="mark.at"
        :class="{ day: mark.isDay }"
        :x="x(mark.at)"
        y="14"
        text-anchor="middle"
      >
        {{ mark.name }}
      </text>
    </svg>
  </div>
</template>

<style scoped>
.axis {
  min-width: 0;
  overflow: hidden;
}

.kiln {
  position: relative;
}

h2 {
  position: absolute;
  left: 0;
  top: 14px;
  font-size: 1rem;
}

svg {
  display: block;
}

.night {
  fill: var(--night);
}

.floor {
  stroke: var(--rule);
}

.firing path {
  fill: var(--refractory-pale);
  stroke: var(--refractory);
}

.firing.running path,
.firing.cooling path {
  fill: var(--ember);
  fill-opacity: 0.35;
  stroke: var(--ember);
}

.firing.stopped path {
  stroke: var(--note);
}

.now {
  stroke: var(--ink);
  stroke-width: 2;
}

.label {
  position: absolute;
  top: 62px;
  display: grid;
  white-space: nowrap;
  text-decoration: none;
  line-height: 1.2;
  font-size: 0.9rem;
}

a.label:hover b {
  text-decoration: underline;
}

text {
  font-size: 12px;
  fill: var(--ink-quiet);
}

.day {
  font-weight: 700;
  fill: var(--ink);
}

@media (max-width: 560px) {
  h2 {
    position: absolute;
    z-index: 1;
    top: 4px;
  }

  .kiln {
    padding-top: 4px;
  }
}
</style>
