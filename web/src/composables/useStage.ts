import { computed } from 'vue'

import type { Piece } from '../api/types'
import { useChoices } from './useChoices'

/** The stage one is on, as its document, what is done in it, and the family of that. */
export function useStage(piece: () => Piece) {
  const { family } = useChoices()
  const stage = computed(() => piece().stage)
  const does = computed(() => piece().plan.traits)
  const isFilled = computed(() => does.value.is_filled)
  return { stage, does, isFilled, family: computed(() => family(piece().plan.family)) }
}
