import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'

import { api, request } from '../api/client'
import type { Motion, Piece } from '../api/types'
import { keyOf } from '../kit/keys'

/** How the glass of a stage moves: frames request for once a plan, and the one the slider stands at. */
export function useMotion(piece: () => Piece, isAsked: () => boolean) {
  const query = useQuery({
    queryKey: computed(() => keyOf('motion', piece().id, piece().stage_key, piece().version)),
    queryFn: () =>
      request(
        api.GET('/api/pieces/{piece_id}/layup/motion', {
          params: { path: { piece_id: piece().id }, query: { stage: piece().stage_key } },
        }),
      ),
    enabled: computed(isAsked),
    retry: false,
    placeholderData: (before) => before,
  })
  const motion = computed(() => (query.data.value ?? null) as Motion | null)
  const at = ref<number | null>(null)
  watch(
    () => piece().stage_key,
    () => (at.value = null),
  )
  const frame = computed(() =>
    at.value === null || !motion.value ? null : (motion.value.frames[at.value] ?? null),
  )
  return { motion, at, frame, query }
}
