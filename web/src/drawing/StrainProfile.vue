<script setup lang="ts">
import { computed } from 'vue'

import type { HeatPlan } from '../api/types'
import { usePreferences } from '../composables/usePreferences'
import LineGraph from './LineGraph.vue'

/** What stays in the glass, from its open face down: pulled to the right, pressed to the left. */
const props = defineProps<{ profile: HeatPlan['profile'] }>()
const preferences = usePreferences()
const isMetric = computed(() => preferences.system === 'metric')
const most = computed(() => Math.max(1e4, ...props.profile.map((p) => Math.abs(p[1]!))) * 1.15)
const deep = computed(() => props.profile.at(-1)?.[0] ?? 0.01)
const stress = (pa: number) =>
  isMetric.value ? (pa / 1e6).toPrecision(2) : String(Math.round(pa / 6894.757))
const depth = (m: number) => (isMetric.value ? (m * 1e3).toFixed(m < 0.02 ? 1 : 0) : (m / 0.0254).toFixed(2))
const lines = computed(() => [
  { name: 'left', look: 'glass' as const, points: props.profile.map((p) => [p[1]!, -p[0]!]) },
  {
    name: 'none',
    look: 'limit' as const,
    points: [
      [0, 0],
      [0, -deep.value],
    ],
  },
])
const across = computed(() =>
  [-0.8, 0, 0.8].map((share) => ({
    at: share * most.value,
    text: share ? stress(share * most.value) : '0',
  })),
)
const up = computed(() =>
  [0, 0.5, 1].map((share) => ({ at: -share * deep.value, text: depth(share * deep.value) })),
)
</script>

<template>
  <section>
    <h3>Through the thickness, when cold: {{ isMetric ? 'mm' : 'in' }} below the open face</h3>
    <LineGraph
      label="Stress left in the glass against depth below its open face"
      :lines="lines"
      :across="across"
      :up="up"
      :from="[-most, -deep]"
      :to="[most, 0]"
      :across-name="isMetric ? 'pressed ← MPa → pulled' : 'pressed ← psi → pulled'"
      :tall="190"
    />
    <p class="small quiet">As run, before what structural relaxation puts on it.</p>
  </section>
</template>

<style scoped>
h3 {
  font-size: 0.85rem;
  color: var(--ink-quiet);
  margin-bottom: 4px;
}
</style>
