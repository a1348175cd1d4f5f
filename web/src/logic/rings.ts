/** A closed line of points in metres. */
export type Ring = [number, number][]

/** Closed rings as one SVG path; what lies in an odd number of them is inside (fill-rule evenodd). */
export function ringPath(rings: number[][][], x: (m: number) => number, y: (m: number) => number): string {
  return rings
    .filter((ring) => ring.length > 2)
    .map((ring) => `M${ring.map(([a, b]) => `${x(a!).toFixed(2)} ${y(b!).toFixed(2)}`).join('L')}Z`)
    .join('')
}

/** Everything below a level that may lean: the window through which the filling is seen. */
export function belowLevel(
  half: number,
  level: number,
  lean: number,
  x: (m: number) => number,
  y: (m: number) => number,
): string {
  const floor = -half
  return `M${x(-half)} ${y(level - lean * half)}L${x(half)} ${y(level + lean * half)}L${x(half)} ${y(floor)}L${x(-half)} ${y(floor)}Z`
}

/** Points moved onto a grid of `step` millimetres; 0 leaves them. */
export function snapped(point: [number, number], step: number): [number, number] {
  if (!(step > 0)) return [Math.round(point[0] * 1000) / 1000, Math.round(point[1] * 1000) / 1000]
  return [Math.round(point[0] / step) * step, Math.round(point[1] / step) * step]
}

/** What of a ring lies to the right of the line x = `axis`, beginning and ending on that line where it is cut. */
function rightOf(ring: Ring, axis: number): Ring {
  const kept: Ring = []
  ring.forEach(([ax, ay], i) => {
    const [bx, by] = ring[(i + 1) % ring.length]!
    if (ax >= axis) kept.push([ax, ay])
    if (ax < axis !== bx < axis && ax !== bx) kept.push([axis, ay + ((axis - ax) / (bx - ax)) * (by - ay)])
  })
  const isOn = ([x]: [number, number]) => Math.abs(x - axis) < 1e-9
  const first = kept.findIndex((point, i) => isOn(point) && !isOn(kept[(i + 1) % kept.length]!))
  return first > 0 ? [...kept.slice(first), ...kept.slice(0, first)] : kept
}

/** Half an outline made whole: what lies to the right of the line x = `axis`, and its mirror image. */
export function mirrored(ring: Ring, axis: number): Ring {
  const kept = rightOf(ring, axis)
  if (kept.length < 2) return ring
  const images = kept
    .filter(([x]) => Math.abs(x - axis) > 1e-9)
    .map(([x, y]): [number, number] => [2 * axis - x, y])
    .reverse()
  return [...kept, ...images]
}

/** The edge of a ring that lies nearest to a point: the number of its first corner. */
export function nearestEdge(ring: Ring, [px, py]: [number, number]): number {
  let best = 0
  let least = Infinity
  ring.forEach(([ax, ay], i) => {
    const [bx, by] = ring[(i + 1) % ring.length]!
    const long = (bx - ax) ** 2 + (by - ay) ** 2
    const t = long ? Math.max(0, Math.min(1, ((px - ax) * (bx - ax) + (py - ay) * (by - ay)) / long)) : 0
    const away = (px - ax - t * (bx - ax)) ** 2 + (py - ay - t * (by - ay)) ** 2
    if (away < least) {
      least = away
      best = i
    }
  })
  return best
}
