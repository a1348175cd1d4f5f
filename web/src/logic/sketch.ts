import type { Dimension, Sketch } from '../api/types'
import type { Placed } from '../drawing/sectionLayout'

const ARROW = 5

/** A way from metres to the sheet, the same both ways round, with room for dimension lines. */
export interface Fit {
  height: number
  scale: number
  x: (m: number) => number
  y: (m: number) => number
}

export function fit(
  sketch: Pick<Sketch, 'box'> & Partial<Pick<Sketch, 'dimensions'>>,
  width: number,
  tall?: number,
  margin = 1,
): Fit {
  const [left, low, right, high] = sketch.box as [number, number, number, number]
  const isNarrow = width < 480
  const sides = margin * (isNarrow ? [104, 16] : [132, 44])[0]! + margin * (isNarrow ? 16 : 44)
  // a dimension below wants a line of its own over the legend
  const below = sketch.dimensions?.some((dimension) => dimension.axis !== 'z' && dimension.lane < 0) ? 24 : 0
  const [top, bottom] = [64 * margin, 46 * margin + below]
  const wide = Math.max(1e-6, right - left)
  const deep = Math.max(1e-6, high - low)
  const byWidth = (width - sides) / wide
  const height = tall ?? Math.round(Math.min(440, Math.max(240, deep * byWidth + top + bottom)))
  const scale = Math.min(byWidth, (height - top - bottom) / deep)
  const before = margin * (isNarrow ? 104 : 132)
  const spare = Math.max(0, width - sides - wide * scale) / 2
  const floor = top + (height - top - bottom + deep * scale) / 2
  return {
    height,
    scale,
    x: (m) => before + spare + (m - left) * scale,
    y: (m) => floor - (m - low) * scale,
  }
}

/** Closed rings as one path. */
export const ringsPath = (rings: number[][][], at: Fit) =>
  rings
    .map((ring) => `M${ring.map(([x, z]) => `${at.x(x!).toFixed(1)} ${at.y(z!).toFixed(1)}`).join('L')}Z`)
    .join('')

/** A sheet's stretches as small quadrilaterals, each with its thickness against the sheet as it went in. */
export function stretches(shape: { line: number[][]; thickness_m: number[] }, sheet: number, at: Fit) {
  const both: { path: string; share: number }[] = []
  const isHalved = Math.abs(shape.line[0]?.[0] ?? 0) < 1e-6
  for (let i = 0; i < shape.thickness_m.length; i++) {
    const [x0, z0] = shape.line[i] as [number, number]
    const [x1, z1] = shape.line[i + 1] as [number, number]
    const long = Math.hypot(x1 - x0, z1 - z0) || 1
    const [up, out] = [(x1 - x0) / long, -(z1 - z0) / long]
    const thick = shape.thickness_m[i]!
    for (const side of isHalved ? [1, -1] : [1]) {
      const point = (x: number, z: number) => `${at.x(side * x).toFixed(1)} ${at.y(z).toFixed(1)}`
      both.push({
        path: `M${point(x0, z0)}L${point(x1, z1)}L${point(x1 + out * thick, z1 + up * thick)}L${point(x0 + out * thick, z0 + up * thick)}Z`,
        share: thick / sheet,
      })
    }
  }
  return both
}

const arrow = (x: number, y: number, dx: number, dy: number) => {
  const side = ARROW * 0.6
  return `M${x + dx * ARROW + dy * side} ${y + dy * ARROW + dx * side}L${x} ${y}L${x + dx * ARROW - dy * side} ${y + dy * ARROW - dx * side}`
}

/** Where a dimension line goes: lengths above or below the drawing, heights to its left. */
export function place(dimension: Dimension, sketch: Sketch, at: Fit): Placed {
  const [left, low, , high] = sketch.box as [number, number, number, number]
  const row = Math.max(1, Math.abs(dimension.lane))
  if (dimension.axis === 'z') {
    const x = at.x(left) - (row === 2 ? 92 : 36)
    const [from, to] = [at.y(dimension.from_m), at.y(dimension.to_m)]
    const middle = (from + to) / 2
    const isShort = from - to < 34
    const gap = Math.min(13, (from - to) / 2)
    return {
      dimension,
      x,
      y: isShort ? to - 14 : middle,
      line: `M${x} ${from}V${middle + gap}M${x} ${to}V${middle - gap}${arrow(x, from, 0, -1)}${arrow(x, to, 0, 1)}`,
      ends: `M${x - 6} ${from}H${at.x(dimension.at_m)}M${x - 6} ${to}H${at.x(dimension.at_m)}`,
    }
  }
  const isBelow = dimension.lane < 0
  const y = isBelow ? at.y(low) + 24 : at.y(high) - (row === 2 ? 44 : 18)
  const [from, to] = [at.x(dimension.from_m), at.x(dimension.to_m)]
  const middle = (from + to) / 2
  const gap = Math.min(34, (to - from) / 2)
  return {
    dimension,
    x: middle,
    y,
    line: `M${from} ${y}H${middle - gap}M${to} ${y}H${middle + gap}${arrow(from, y, 1, 0)}${arrow(to, y, -1, 0)}`,
    ends: `M${from} ${y + (isBelow ? 6 : -6)}V${at.y(dimension.at_m)}M${to} ${y + (isBelow ? 6 : -6)}V${at.y(dimension.at_m)}`,
  }
}
