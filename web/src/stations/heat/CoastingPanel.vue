<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, request } from '../../api/client'
import type { Piece } from '../../api/types'
import LoadState from '../../components/LoadState.vue'
import MessageText from '../../components/MessageText.vue'
import { usePreferences } from '../../composables/usePreferences'
import LineGraph from '../../drawing/LineGraph.vue'

/** May it be switched off? Today's room, a cold one and a warm one, and the kiln's fall against what is allowed. */
const props = defineProps<{ piece: Piece }>()
const preferences = usePreferences()
const found = useQuery({
  queryKey: computed(() => ['piece', props.piece.id, props.piece.stage_key, 'coasting', props.piece.version]),
  queryFn: () =>
    request(
      api.GET('/api/pieces/{piece_id}/heat/coasting', {
        params: { path: { piece_id: props.piece.id }, query: { stage: props.piece.stage_key } },
      }),
    ),
})
const LOOKS = ['steel', 'ink', 'heat', 'limit'] as const
const MARK = { safe: '', close: '? ', no: '✕ ' } as const
</script>

<template>
  <LoadState
    v-if="!found.data.value"
    :is-loading="found.isPending.value"
    :error="found.error.value"
    @again="found.refetch()"
  />
  <div v-else class="coasting">
    <p class="answer"><MessageText :said="found.data.value.answer" /></p>
    <p class="small quiet"><MessageText :said="found.data.value.lined" /></p>
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
            {{
              room.verdict === 'no'
                ? preferences.pick(room.off_from).text
                : `${MARK[room.verdict]}after the soak${room.verdict === 'close' ? ', close to the limit' : ''}`
            }}
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
      :graph="found.data.value.graph"
      :looks="LOOKS"
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
