import type { Sketch } from '../api/types'

/** Where a blank's middle may snap to, in metres: the middle, and where its edges meet those of what it lies on. */
export function snapsOf(sketch: Pick<Sketch, 'dimensions' | 'bodies'>, half: number): number[] {
  const opening = sketch.dimensions.find((d) => d.axis === 'x' && d.name !== 'blank' && d.name !== 'overhang')
  const former = sketch.bodies.find((b) => b.matter === 'steel' || b.matter === 'refractory')
  const xs = (former?.rings ?? []).flat().map((p) => p[0]!)
  const edge = opening ? opening.to_m : xs.length ? Math.max(...xs) : 0
  const over = Math.abs(edge - half)
  return edge > 0 && over > 1e-6 ? [0, over, -over] : [0]
}

/** A place, or the nearest snap within reach of it. */
export function snapped(to: number, snaps: number[], reach: number): number {
  const nearest = snaps.reduce((best, s) => (Math.abs(s - to) < Math.abs(best - to) ? s : best), Infinity)
  return Math.abs(nearest - to) <= reach ? nearest : to
}
