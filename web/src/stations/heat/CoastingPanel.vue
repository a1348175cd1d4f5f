<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, request } from '../../api/client'
import type { Piece } from '../../api/types'
import LoadState from '../../kit/LoadState.vue'
import MessageText from '../../components/MessageText.vue'
import { usePreferences } from '../../composables/usePreferences'
import Chart from '../../kit/Chart.vue'
import { keyOf } from '../../kit/keys'
import DataTable from '../../kit/DataTable.vue'

/** May it be switched off? Today's room, a cold one and a warm one, and the kiln's fall against what is allowed. */
const props = defineProps<{ piece: Piece }>()
const preferences = usePreferences()
const found = useQuery({
  queryKey: computed(() =>
    keyOf('piece', props.piece.id, props.piece.stage_key, 'coasting', props.piece.version),
  ),
  queryFn: () =>
    request(
      api.GET('/api/pieces/{piece_id}/heat/coasting', {
        params: { path: { piece_id: props.piece.id }, query: { stage: props.piece.stage_key } },
      }),
    ),
})
const LOOKS = ['steel', 'ink', 'heat', 'limit'] as const
const MARK = { safe: '', close: '? ', no: '✕ ' } as const
const rooms = computed(() =>
  (found.data.value?.rooms ?? []).map((room) => {
    const left = preferences.pick(room.left)
    return [
      `${room.name}, ${preferences.pick(room.room).text}`,
      preferences.pick(room.falls).text,
      room.verdict === 'no'
        ? preferences.pick(room.off_from).text
        : `${MARK[room.verdict]}after the soak${room.verdict === 'close' ? ', close to the limit' : ''}`,
      { text: left.text, more: `± ${left.plus_minus}` },
    ]
  }),
)
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
    <DataTable
      label="When the kiln may be switched off"
      :heads="['Room', 'Falls after the soak', 'Off from', 'Off at once leaves']"
      :rows="rooms"
    />
    <Chart
      label="How fast the kiln falls by itself at each temperature, against the rate allowed"
      :graph="found.data.value.graph"
      :looks="LOOKS"
    />
  </div>
</template>

<style scoped>
.coasting {
  display: grid;
  gap: var(--s3);
}

.answer {
  font-size: var(--f4);
}
</style>
