import { computed } from 'vue'

import type { Piece } from '../api/types'
import { useChoices } from './useChoices'

/** The stage one is on, as its document, and the family of what is done in it. */
export function useStage(piece: () => Piece) {
  const { family } = useChoices()
  const stage = computed(() => piece().stage)
  const isFilled = computed(() => piece().plan.family === 'fill')
  return { stage, isFilled, family: computed(() => family(piece().plan.family)) }
}
