import type { Silhouette } from '../api/types'

const HOUR = 3_600_000
const time = (iso: string) => new Date(iso).getTime()

/** From when to when an axis goes: what runs and what is next, at least a day and a half ahead and at most four, or as
 * many as are asked for. */
export function axisSpan(
  now: number,
  firings: Pick<Silhouette, 'starts_at' | 'ends_at'>[],
  mostDays = 4,
): [from: number, to: number] {
  const from = Math.min(now - 6 * HOUR, ...firings.map((f) => Math.max(time(f.starts_at), now - 36 * HOUR)))
  const last = Math.max(now, ...firings.map((f) => time(f.ends_at)))
  return [from, Math.max(now + 36 * HOUR, Math.min(now + mostDays * 24 * HOUR, last))]
}

/** A firing as a closed shape of this height; `x` says where a moment lies. */
export function silhouette(firing: Silhouette, x: (ms: number) => number, tall: number): string {
  const start = time(firing.starts_at)
  const top = Math.max(...firing.line.map(([, c]) => c!), 1)
  const points = firing.line.map(
    ([s, c]) => `${x(start + s! * 1000).toFixed(1)} ${(tall - (c! / top) * (tall - 6)).toFixed(1)}`,
  )
  const at = (point?: string) => point?.split(' ')[0]
  return `M${at(points[0])} ${tall}L${points.join('L')}L${at(points.at(-1))} ${tall}Z`
}

/** Round hours and days between two moments, no closer than can be read. */
export function clockMarks(from: number, to: number) {
  const span = (to - from) / HOUR
  const every = span > 150 ? 24 : span > 60 ? 12 : span > 30 ? 6 : 3
  const list = []
  const at = new Date(from)
  at.setMinutes(0, 0, 0)
  for (; at.getTime() < to; at.setHours(at.getHours() + 1)) {
    if (at.getTime() < from || at.getHours() % every) continue
    const isDay = at.getHours() === 0
    const name = isDay
      ? at.toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric' })
      : `${String(at.getHours()).padStart(2, '0')}:00`
    list.push({ at: at.getTime(), isDay, name })
  }
  return list
}

/** The nights between two moments, ten in the evening to seven. */
export function nightsBetween(from: number, to: number): [from: number, to: number][] {
  const list: [number, number][] = []
  const at = new Date(from)
  at.setHours(22, 0, 0, 0)
  at.setDate(at.getDate() - 1)
  for (; at.getTime() < to; at.setDate(at.getDate() + 1))
    list.push([Math.max(from, at.getTime()), Math.min(to, at.getTime() + 9 * HOUR)])
  return list.filter(([a, b]) => b > a)
}

/** Labels in two lanes from left to right; -1 for one that would lie on another. */
export function inLanes<T>(
  labels: { at: number; wide: number; what: T }[],
): { at: number; lane: number; what: T }[] {
  const ends = [-Infinity, -Infinity]
  return [...labels]
    .sort((a, b) => a.at - b.at)
    .map(({ at, wide, what }) => {
      const lane = ends.findIndex((end) => end <= at)
      if (lane >= 0) ends[lane] = at + wide
      return { at, lane, what }
    })
}
