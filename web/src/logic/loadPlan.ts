import type { FiringPage, LoadItem } from '../api/types'

const EDGE = 9

/** The floor of a kiln on the page: metres to pixels, the front at the bottom. */
export function loadScale(kiln: { width_m: number; depth_m: number }, width: number, most: number) {
  const k = Math.min((width - 2 * EDGE) / kiln.width_m, most / kiln.depth_m)
  const wide = kiln.width_m * k
  const floor = kiln.depth_m * k
  return {
    k,
    wide,
    floor,
    width: wide + 2 * EDGE,
    height: floor + 2 * EDGE + 14,
    x: (m: number) => EDGE + m * k,
    y: (m: number) => EDGE + floor - m * k,
  }
}

/** What must stay free round a footprint: a disc, or its box. */
export function outlineOf(item: Pick<LoadItem, 'is_round' | 'width_m' | 'depth_m'>, k: number): string {
  const w = (item.width_m / 2) * k
  const d = (item.depth_m / 2) * k
  return item.is_round
    ? `M${-w} 0A${w} ${w} 0 1 1 ${w} 0A${w} ${w} 0 1 1 ${-w} 0Z`
    : `M${-w} ${-d}H${w}V${d}H${-w}Z`
}

/** The letter under which each member stands in the drawing. */
export const lettersOf = (page: Pick<FiringPage, 'members'>): Record<string, string> =>
  Object.fromEntries(page.members.map((member) => [String(member.stage_id), member.letter]))
