<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, request } from '../../api/client'
import type { Piece } from '../../api/types'
import LoadState from '../../kit/LoadState.vue'
import { usePreferences } from '../../composables/usePreferences'
import { keyOf } from '../../kit/keys'
import DataTable from '../../kit/DataTable.vue'

/** The heat line in words and numbers: what a screen reader reads, and what can be copied. */
const props = defineProps<{ piece: Piece }>()
const preferences = usePreferences()
const found = useQuery({
  queryKey: computed(() =>
    keyOf('piece', props.piece.id, props.piece.stage_key, 'hours', props.piece.version),
  ),
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
  <DataTable
    v-else
    label="Hour by hour"
    note="The pull is 0 while the pieces are loose."
    :heads="[...HEADS]"
    :rows="found.data.value.map((row) => row.map((cell) => preferences.pick(cell).text))"
  />
</template>
