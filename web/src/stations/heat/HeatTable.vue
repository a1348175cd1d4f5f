<script setup lang="ts">
import { computed } from 'vue'

import type { HeatPlan } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'

/** The heat line in words and numbers: what a screen reader reads, and what can be copied. */
const props = defineProps<{ heat: HeatPlan }>()
const preferences = usePreferences()
const isMetric = computed(() => preferences.system === 'metric')
const degrees = (c: number) => Math.round(isMetric.value ? c : c * 1.8 + 32)
const spread = (k: number) => (isMetric.value ? k : k * 1.8).toFixed(1)
const stress = (pa: number) => (isMetric.value ? (pa / 1e6).toFixed(2) : String(Math.round(pa / 6894.757)))
const start = computed(() => new Date(props.heat.starts_at).getTime())
const zone = computed(() => /T.*?([+-]\d\d):(\d\d)$/.exec(props.heat.starts_at))
const clock = (s: number) => {
  const [, h = '+00', m = '00'] = zone.value ?? []
  const shift = (Number(h) * 60 + Math.sign(Number(h) || 1) * Number(m)) * 60_000
  return new Date(start.value + s * 1000 + shift).toISOString().slice(5, 16).replace('T', ' ')
}
const every = computed(() => Math.max(3600, Math.ceil(props.heat.total_s / 60 / 3600) * 3600))
const rows = computed(() => {
  const list = []
  let next = 0
  for (const [s, surface, heart, face, inner] of props.heat.inside as number[][]) {
    if (s! + 1 < next && s! < props.heat.total_s - 1) continue
    next = (Math.floor(s! / every.value) + 1) * every.value
    list.push({ s: s!, surface: surface!, heart: heart!, face: face!, inner: inner! })
  }
  return list
})
</script>

<template>
  <div class="scroll">
    <table>
      <caption class="small quiet">
        Clock without changes of summer time. Pull in
        {{
          isMetric ? 'MPa' : 'psi'
        }}, 0 while the pieces are loose.
      </caption>
      <thead>
        <tr>
          <th scope="col">Clock</th>
          <th scope="col">After</th>
          <th scope="col">Skin {{ isMetric ? '°C' : '°F' }}</th>
          <th scope="col">Heart</th>
          <th scope="col">Apart</th>
          <th scope="col">Pull, face</th>
          <th scope="col">Pull, heart</th>
        </tr>
      </thead>
      <tbody class="figures">
        <tr v-for="row in rows" :key="row.s">
          <th scope="row">{{ clock(row.s) }}</th>
          <td>{{ (row.s / 3600).toFixed(1) }} h</td>
          <td>{{ degrees(row.surface) }}</td>
          <td>{{ degrees(row.heart) }}</td>
          <td>{{ spread(Math.abs(row.heart - row.surface)) }}</td>
          <td>{{ stress(row.face) }}</td>
          <td>{{ stress(row.inner) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  max-height: 22rem;
  overflow: auto;
}

table {
  width: 100%;
}

caption {
  text-align: left;
}

th,
td {
  text-align: right;
  padding: 1px 10px 1px 0;
  border-bottom: 1px solid var(--rule);
  font-size: 0.86rem;
  font-weight: 400;
  white-space: nowrap;
}

th:first-child {
  text-align: left;
}
</style>
