import type { Step } from '../api/types'

export type PlanMark = Step['marks'][number]

interface Ringed {
  rings: readonly (readonly (readonly number[])[])[]
}

/** The box round all that is drawn from above, in mm with y downwards, and some room. */
export function planBox(bodies: readonly Ringed[], marks: readonly PlanMark[]) {
  const points = bodies.flatMap((b) => b.rings.flat().map((p) => [p[0]! * 1e3, -p[1]! * 1e3] as const))
  for (const m of marks) points.push([m.x0_m * 1e3, -m.y0_m * 1e3], [m.x1_m * 1e3, -m.y1_m * 1e3])
  if (!points.length) return { left: -50, top: -50, width: 100, height: 100 }
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])]
  const [left, right, top, low] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const room = 0.06 * Math.max(right - left, low - top, 1)
  return { left: left - room, top: top - room, width: right - left + 2 * room, height: low - top + 2 * room }
}

const typed = (mm: number) => `${Math.round(mm * 2) / 2} mm`

/** What is typed anew where a mark is moved by so many mm to the right and away; halves of a millimetre are enough. */
export function moved(mark: PlanMark, dx: number, dy: number): { path: string; value: string }[] {
  if (mark.way === 'free')
    return [
      { path: `${mark.entry}.x`, value: typed(mark.x0_m * 1e3 + dx) },
      { path: `${mark.entry}.y`, value: typed(mark.y0_m * 1e3 + dy) },
    ]
  const by = mark.way === 'across' ? dx : mark.way === 'along' ? dy : 0
  if (by === 0) return []
  const start = { path: `${mark.entry}.at`, value: typed(Math.max(0, mark.at_m * 1e3 + by)) }
  const slant = mark.way === 'across' ? mark.x1_m - mark.x0_m : mark.y1_m - mark.y0_m
  if (Math.abs(slant) < 1e-9) return [start]
  const end = { path: `${mark.entry}.end`, value: typed(Math.max(0, (mark.at_m + slant) * 1e3 + by)) }
  return [start, end]
}
