<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, asked } from '../../api/client'
import type { Piece } from '../../api/types'
import LoadState from '../../components/LoadState.vue'
import Said from '../../components/Said.vue'
import { usePreferences } from '../../composables/usePreferences'
import LineGraph from '../../drawing/LineGraph.vue'
import { axisMarks } from '../../logic/ticks'

/** May it be switched off? Today's room, a cold one and a warm one, and the kiln's fall against what is allowed. */
const props = defineProps<{ piece: Piece }>()
const preferences = usePreferences()
const found = useQuery({
  queryKey: computed(() => ['piece', props.piece.id, 'coasting', props.piece.version]),
  queryFn: () =>
    asked(
      api.GET('/api/pieces/{piece_id}/heat/coasting', { params: { path: { piece_id: props.piece.id } } }),
    ),
})
const isMetric = computed(() => preferences.system === 'metric')
const most = computed(() => {
  const all = found.data.value
  if (!all) return 100
  return Math.max(...all.lines.flatMap((l) => l.points.map((p) => p[1]!))) * 1.1
})
const LOOKS = ['steel', 'ink', 'heat'] as const
const lines = computed(() => [
  ...(found.data.value?.lines ?? []).map((l, i) => ({ name: l.name, points: l.points, look: LOOKS[i]! })),
  {
    name: 'allowed',
    look: 'limit' as const,
    points: (found.data.value?.allowed ?? []).map(([c, r]) => [c!, Math.min(r!, most.value)]),
  },
])
const top = computed(() => found.data.value?.allowed[0]?.[0] ?? 500)
const across = computed(() =>
  isMetric.value ? axisMarks(top.value, 1, 0, 5) : axisMarks(top.value, 1.8, 32, 5),
)
const up = computed(() => axisMarks(most.value, isMetric.value ? 1 : 1.8))
</script>

<template>
  <LoadState
    v-if="!found.data.value"
    :is-loading="found.isPending.value"
    :error="found.error.value"
    @again="found.refetch()"
  />
  <div v-else class="coasting">
    <p class="answer"><Said :said="found.data.value.answer" /></p>
    <table>
      <thead>
        <tr>
          <th scope="col">Room</th>
          <th scope="col">Falls after the soak</th>
          <th scope="col">Off from</th>
          <th scope="col">Off at once leaves</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="room in found.data.value.rooms" :key="room.name">
          <th scope="row">{{ room.name }}, {{ preferences.pick(room.room).text }}</th>
          <td class="figures">{{ preferences.pick(room.falls).text }}</td>
          <td class="figures">
            {{ room.is_safe ? 'after the soak' : preferences.pick(room.off_from).text }}
          </td>
          <td class="figures">
            {{ preferences.pick(room.left).text }}
            <span class="quiet">± {{ preferences.pick(room.left).plus_minus }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <LineGraph
      label="How fast the kiln falls by itself at each temperature, against the rate allowed"
      :lines="lines"
      :across="across"
      :up="up"
      :from="[0, 0]"
      :to="[top * 1.02, most]"
      :across-name="isMetric ? '°C' : '°F'"
      :up-name="isMetric ? '°C/h' : '°F/h'"
    />
  </div>
</template>

<style scoped>
.coasting {
  display: grid;
  gap: 10px;
}

.answer {
  font-size: 1.08rem;
}

th,
td {
  text-align: left;
  padding: 3px 12px 3px 0;
  border-bottom: 1px solid var(--rule);
  font-size: 0.9rem;
  font-weight: 400;
}

thead th {
  font-size: 0.8rem;
  color: var(--ink-soft);
}
</style>
