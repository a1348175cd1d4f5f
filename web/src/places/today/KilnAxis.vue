<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Proposed, Silhouette, Today } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'
import { useWidth } from '../../composables/useSize'
import ProposedMarks from './ProposedMarks.vue'
import { axisSpan, clockMarks, inLanes, nightsBetween, silhouette } from '../../logic/kilnAxis'

/** Firings as silhouettes, one row a kiln, all on one clock. */
const props = defineProps<{ today: Today; proposed?: Proposed[] }>()
const preferences = usePreferences()
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 1000)
const LEFT = computed(() => (width.value < 560 ? 0 : 84))
const ROW = 140
const TALL = 56
const LETTER = 8
const now = computed(() => new Date(props.today.now).getTime())
const span = computed(() =>
  axisSpan(
    now.value,
    [...props.today.kilns.flatMap((k) => k.firings), ...(props.proposed ?? [])],
    props.proposed?.length ? 12 : 4,
  ),
)
const x = (ms: number) =>
  LEFT.value + ((ms - span.value[0]) / (span.value[1] - span.value[0])) * (width.value - LEFT.value - 8)
const rows = computed(() =>
  props.today.kilns.map((kiln) => ({
    ...kiln,
    firings: kiln.firings.filter((f) => new Date(f.starts_at).getTime() < span.value[1]),
  })),
)
const marks = computed(() => clockMarks(...span.value))
const nights = computed(() => nightsBetween(...span.value))
const labelAt = (f: Silhouette) =>
  Math.min(Math.max(LEFT.value + 2, x(new Date(f.starts_at).getTime())), width.value - 150)
/** A name that would lie on another is left to its silhouette's title. */
const lanes = (firings: Silhouette[]) =>
  inLanes(
    firings.map((what) => ({
      at: labelAt(what),
      wide: Math.max(what.name.length * LETTER, words(what).length * 6.6) + 14,
      what,
    })),
  )
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
          <path :d="silhouette(firing, x, TALL)">
            <title>{{ firing.name }}: {{ words(firing) }}</title>
          </path>
        </g>
        <ProposedMarks
          :proposed="(proposed ?? []).filter((p) => p.kiln_id === kiln.id)"
          :x="x"
          :until="span[1]"
          :tall="TALL"
        />
        <path v-if="now >= span[0]" class="now" :d="`M${x(now)} 0V${TALL + 4}`" />
      </svg>
      <template v-for="{ what: firing, at, lane } in lanes(kiln.firings)" :key="firing.firing_id">
        <RouterLink
          v-if="lane >= 0"
          class="label"
          :style="{ left: `${at}px`, top: `${TALL + 5 + lane * 38}px` }"
          :to="
            firing.name.includes(' + ')
              ? { name: 'firing', params: { id: firing.firing_id } }
              : {
                  name: 'piece',
                  params: { id: firing.piece_id, station: station(firing) },
                  query: { stage: firing.stage_key },
                }
          "
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
  top: var(--s4);
  border-bottom: 0;
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
  top: 4rem;
  display: grid;
  white-space: nowrap;
  text-decoration: none;
  line-height: 1.2;
  font-size: var(--f2);
}

a.label:hover b {
  text-decoration: underline;
}

text {
  font-size: var(--f1);
  fill: var(--ink-quiet);
}

.day {
  font-weight: 700;
  fill: var(--ink);
}

@media (max-width: 45em) {
  h2 {
    position: absolute;
    z-index: 1;
    top: var(--s1);
  }

  .kiln {
    padding-top: var(--s1);
  }
}
</style>
