import type { Dimension, Section } from '../api/types'

export interface Placed {
  dimension: Dimension
  x: number
  y: number
  line: string
  ends: string
}

export interface Layout {
  width: number
  height: number
  scale: number
  x: (m: number) => number
  y: (m: number) => number
  placed: Placed[]
}

const ARROW = 5

function arrow(x: number, y: number, dx: number, dy: number): string {
  const side = ARROW * 0.6
  return `M${x + dx * ARROW + dy * side} ${y + dy * ARROW + dx * side}L${x} ${y}L${x + dx * ARROW - dy * side} ${y + dy * ARROW - dx * side}`
}

/** Where everything of a section goes on a sheet of this width; pure geometry of the drawing. */
export function layOut(section: Section, width: number, tall?: number): Layout {
  // an outline is shown from above as well, and a flat section needs less height then
  const least = section.plan_rings.length ? 250 : 380
  const isNarrow = width < 480
  const left = isNarrow ? 132 : 140
  const right = isNarrow ? 14 : 104
  const [top, bottom] = [58, 50]
  const tallest = Math.max(section.brim_m, section.heap_m)
  const height =
    tall ??
    (isNarrow
      ? 330
      : Math.round(Math.min(500, Math.max(least, width * (section.plan_rings.length ? 0.5 : 0.8)))))
  const scale = Math.min(
    (width - left - right) / (2 * section.outer_half_m),
    (height - top - bottom) / (tallest + section.wall_m),
  )
  const used = (tallest + section.wall_m) * scale
  const spare = Math.max(0, width - left - right - 2 * section.outer_half_m * scale)
  const axis = left + spare / 2 + section.outer_half_m * scale
  const floor = top + (height - top - bottom - used) / 2 + tallest * scale
  const x = (m: number) => axis + m * scale
  const y = (m: number) => floor - m * scale

  const placed = section.dimensions.map((dimension): Placed => {
    if (dimension.axis === 'z') {
      const at = x(dimension.at_m) - (dimension.lane === 2 ? (isNarrow ? 99 : 106) : isNarrow ? 35 : 40)
      const [low, high] = [y(dimension.from_m), y(dimension.to_m)]
      const middle = (low + high) / 2
      const gap = Math.min(13, (low - high) / 2)
      const isShort = low - high < 34 // then the number stands over its line
      // short ones keep out of one another's way: a line's under it, a height's a row above a reserve's
      const aside = dimension.lane === 2 ? high - 34 : dimension.from_m < 1e-9 ? low + 15 : high - 13
      return {
        dimension,
        x: at,
        y: isShort ? aside : middle,
        line: `M${at} ${low}V${middle + gap}M${at} ${high}V${middle - gap}${arrow(at, low, 0, -1)}${arrow(at, high, 0, 1)}`,
        ends: `M${at - 6} ${low}H${x(dimension.at_m)}M${at - 6} ${high}H${x(dimension.at_m)}`,
      }
    }
    const isTop = dimension.at_m >= section.brim_m - 1e-9
    const isFoot = dimension.lane < 0 && dimension.at_m <= 1e-9
    const at = isTop ? y(tallest) - 30 : isFoot ? y(-section.wall_m) + 26 : y(dimension.at_m) + 14
    const [from, to] = [x(dimension.from_m), x(dimension.to_m)]
    const middle = (from + to) / 2
    const gap = Math.min(36, (to - from) / 2)
    return {
      dimension,
      x: middle,
      y: at,
      line: `M${from} ${at}H${middle - gap}M${to} ${at}H${middle + gap}${arrow(from, at, 1, 0)}${arrow(to, at, -1, 0)}`,
      ends: `M${from} ${at + (isTop ? -6 : 6)}V${y(dimension.at_m)}M${to} ${at + (isTop ? -6 : 6)}V${y(dimension.at_m)}`,
    }
  })
  return { width, height, scale, x, y, placed }
}
