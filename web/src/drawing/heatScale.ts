import type { HeatPlan } from '../api/types'

export const MARGIN = { left: 46, right: 12, top: 16, bottom: 34 }

export type Span = [from: number, to: number]

/** Where seconds and degrees lie on a drawing of this size, showing a span of the firing. */
export function heatScale(width: number, height: number, topC: number, [from, to]: Span) {
  const across = Math.max(1, width - MARGIN.left - MARGIN.right)
  const down = Math.max(1, height - MARGIN.top - MARGIN.bottom)
  return {
    x: (s: number) => MARGIN.left + ((s - from) / (to - from)) * across,
    y: (c: number) => height - MARGIN.bottom - (c / topC) * down,
    seconds: (x: number) => from + ((x - MARGIN.left) / across) * (to - from),
    degrees: (y: number) => ((height - MARGIN.bottom - y) / down) * topC,
    perSecond: across / (to - from),
    perDegree: down / topC,
  }
}

export type HeatScale = ReturnType<typeof heatScale>

/** The parts of a firing one looks at, each with a little before and after. */
export function spansOf(heat: HeatPlan): { key: string; name: string; span: Span }[] {
  const at = (key: string) => heat.steps.find((s) => s.key === key)
  const [peak, soak] = [at('cast'), at('fall')]
  const whole: Span = [0, heat.total_s]
  const list: { key: string; name: string; span: Span }[] = [{ key: 'whole', name: 'Whole', span: whole }]
  const pad = heat.total_s * 0.01
  if (peak) list.push({ key: 'up', name: 'Way up', span: [0, peak.ends_s + pad] })
  if (peak && soak)
    list.push({ key: 'peak', name: 'Peak', span: [Math.max(0, peak.starts_s - pad), soak.arrives_s + pad] })
  if (soak) list.push({ key: 'down', name: 'Soak and down', span: [soak.starts_s, heat.total_s] })
  return list
}

/** A span made smaller or larger round its middle, and kept within the firing. */
export function zoomed([from, to]: Span, by: number, total: number): Span {
  const middle = (from + to) / 2
  const half = Math.min(total, Math.max(total / 200, ((to - from) / 2) * by))
  return shifted([middle - half, middle + half], 0, total)
}

/** A span moved by a share of itself, and kept within the firing. */
export function shifted([from, to]: Span, share: number, total: number): Span {
  const length = Math.min(total, to - from)
  const start = Math.min(Math.max(0, from + share * length), total - length)
  return [start, start + length]
}

/** Round hours for an axis that shows a short span: seconds from the start, with the clock time there. */
export function hourMarks(
  startsAt: string,
  [from, to]: Span,
  width: number,
): { at_s: number; name: string }[] {
  const hours = (to - from) / 3600
  const every = [0.25, 0.5, 1, 2, 3, 6, 12].find((h) => hours / h <= Math.max(2, width / 70))
  if (!every) return []
  // the clock at the kiln, which is that of the start's own offset
  const clock = /T(\d\d):(\d\d)/.exec(startsAt)
  if (!clock && startsAt) return []
  // nobody has said when it starts: its hours are counted
  const begins = clock ? Number(clock[1]) * 3600 + Number(clock[2]) * 60 : 0
  const marks = []
  const step = every * 3600
  for (let at = Math.ceil((from + begins) / step) * step - begins; at < to; at += step) {
    const minutes = Math.round(((((at + begins) % 86400) + 86400) % 86400) / 60)
    const name = `${String(Math.floor(minutes / 60) % 24).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`
    marks.push({ at_s: at, name: clock ? name : `${at / 3600} h` })
  }
  return marks
}

const LETTER = 6.6 // about as wide as a letter of a label is
const LINE = 14

/** Labels set one below another where they would lie on each other; the upper one stays where it is. */
export function setApart<T extends { x: number; y: number; text: string }>(labels: T[]): T[] {
  const placed: T[] = []
  for (const label of [...labels].sort((a, b) => a.y - b.y || a.x - b.x)) {
    const lies = (other: T) =>
      label.x < other.x + other.text.length * LETTER &&
      other.x < label.x + label.text.length * LETTER &&
      Math.abs(label.y - other.y) < LINE
    for (let tries = 0; tries < labels.length; tries++) {
      const under = placed.find(lies)
      if (!under) break
      label.y = under.y + LINE
    }
    placed.push(label)
  }
  return placed
}
