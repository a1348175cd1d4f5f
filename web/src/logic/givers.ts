import type { Piece } from '../api/types'

export interface Giver {
  key: string
  name: string
  of: string
}

/** All that a stage or a step may take from: stages, steps, and the pieces that a step cut, by key. */
export function givers(piece: Pick<Piece, 'chain' | 'steps'>): Giver[] {
  const stages = piece.chain.links.map((l) => ({ key: l.key, name: l.name, of: l.key }))
  const parts = piece.steps.flatMap((s) =>
    s.parts.filter((p) => !p.is_off_cut).map((p) => ({ key: p.key, name: p.name, of: s.key })),
  )
  return [...stages, ...parts]
}
