import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, type Ref } from 'vue'

import { api, request } from '../api/client'
import type { Piece } from '../api/types'
import { keyOf } from '../kit/keys'

/** The workings of a stage's figures, fetched when the first of them is opened and again after each change. */
export function useWorkings(piece: Ref<Piece | undefined>, open: Ref<string>) {
  const query = useQuery({
    queryKey: computed(() =>
      keyOf('workings', piece.value?.id, piece.value?.stage_key, piece.value?.version),
    ),
    queryFn: () =>
      request(
        api.GET('/api/pieces/{piece_id}/workings', {
          params: { path: { piece_id: piece.value!.id }, query: { stage: piece.value!.stage_key } },
        }),
      ),
    enabled: computed(() => !!piece.value && !!open.value),
    placeholderData: keepPreviousData,
  })
  return {
    figures: computed(() => query.data.value?.figures ?? {}),
    isLoading: query.isFetching,
    trouble: computed(() => (open.value && query.error.value?.message) || ''),
  }
}
