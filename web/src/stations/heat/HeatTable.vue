<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, request } from '../../api/client'
import type { Piece } from '../../api/types'
import LoadState from '../../components/LoadState.vue'
import { usePreferences } from '../../composables/usePreferences'

/** The heat line in words and numbers: what a screen reader reads, and what can be copied. */
const props = defineProps<{ piece: Piece }>()
const preferences = usePreferences()
const found = useQuery({
  queryKey: computed(() => ['piece', props.piece.id, props.piece.stage_key, 'hours', props.piece.version]),
  queryFn: () =>
    request(
      api.GET('/api/pieces/{piece_id}/heat/hours', {
        params: { path: { piece_id: props.piece.id }, query: { stage: props.piece.stage_key } },
      }),
    ),
})
const HEADS = ['Clock', 'After', 'Skin', 'Heart', 'Apart', 'Pull, face', 'Pull, heart'] as const
</script>

<template>
  <LoadState
    v-if="!found.data.value"
    :is-loading="found.isPending.value"
    :error="found.error.value"
    @again="found.refetch()"
  />
  <div v-else class="scroll">
    <table>
      <caption class="small quiet">
        The pull is 0 while the pieces are loose.
      </caption>
      <thead>
        <tr>
          <th v-for="head in HEADS" :key="head" scope="col">{{ head }}</th>
        </tr>
      </thead>
      <tbody class="figures">
        <tr v-for="(row, i) in found.data.value" :key="i">
          <template v-for="(cell, j) in row" :key="j">
            <th v-if="j === 0" scope="row">{{ preferences.pick(cell).text }}</th>
            <td v-else>{{ preferences.pick(cell).text }}</td>
          </template>
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
