import { computed, type ComputedRef } from 'vue'

import type { Piece } from '../api/types'
import { useChoices } from './useChoices'

export type Taken = { from: string; count?: number | string }
export type LayerDocument = { thick: string; count?: number | string }
export type LayupDocument = {
  on?: string
  enters?: string
  relief?: string
  wet?: string
  outline?: string
  length?: string
  width?: string
  layers?: LayerDocument[]
  pieces?: number | string
  grip?: string
  drawn?: { rings: number[][][] }
} & Record<string, unknown>
export type StageDocument = {
  key: string
  name?: string
  process: string
  takes?: Taken[]
  cradle: { name: string; material: string; measured?: boolean } & Record<string, unknown>
  glass: { form: string; kind: { name: string } } & Record<string, unknown>
  layup: LayupDocument
  heat: Record<string, string | undefined> & { target: string; starts_at: string; time_zone: string }
}

/** The stage one is on, as its document, and the family of what is done in it. */
export function useStage(piece: () => Piece) {
  const { family } = useChoices()
  const stage = computed(() => piece().stage as StageDocument) as ComputedRef<StageDocument>
  const isFilled = computed(() => piece().plan.family === 'fill')
  return { stage, isFilled, family: computed(() => family(piece().plan.family)) }
}
