/** Round marks from nothing up to the most, about as many as asked for, with no more decimals than they need. */
export function roundMarks(most: number, count = 4): { value: number; text: string }[] {
  if (!(most > 0) || !Number.isFinite(most)) return []
  const rough = most / count
  const power = 10 ** Math.floor(Math.log10(rough))
  const step = ([1, 2, 2.5, 5, 10].find((m) => m * power >= rough * 0.999) ?? 10) * power
  const decimals = Math.max(
    0,
    Math.min(4, -Math.floor(Math.log10(step) + 1e-9) + (step / power === 2.5 ? 1 : 0)),
  )
  const marks = []
  for (let i = 1; i * step <= most * 1.0001; i++)
    marks.push({ value: i * step, text: (i * step).toFixed(decimals) })
  return marks
}

/** Round marks of an axis kept in SI and read in a unit that is `factor` times as large, shifted by `offset`. */
export const axisMarks = (most: number, factor = 1, offset = 0, count = 4): { at: number; text: string }[] =>
  roundMarks(most * factor + offset, count).map((m) => ({ at: (m.value - offset) / factor, text: m.text }))
