const HOURS: Record<string, number> = { d: 24, h: 1, m: 1 / 60 }

/** Hours in a time such as `24 h`, `1 d 12 h` or `90 min`, as far as a bench clock needs to read it. */
function hours(text: string): number {
  let sum = 0
  for (const [, number, unit] of text.toLowerCase().matchAll(/(\d+(?:[.,]\d+)?)\s*(d|h|m)?/g))
    sum += Number(number!.replace(',', '.')) * HOURS[unit ?? 'h']!
  return sum
}

/** How long something still dries, in words. */
export function dryingLeft(drying: { started: string; lasts: string }, now: Date): string {
  const began = new Date(drying.started)
  if (Number.isNaN(began.getTime())) return 'The clock was not started properly.'
  const until = new Date(began.getTime() + hours(drying.lasts) * 3_600_000)
  const minutes = Math.round((until.getTime() - now.getTime()) / 60_000)
  const when = until.toLocaleString('en-GB', { weekday: 'short', hour: '2-digit', minute: '2-digit' })
  if (minutes <= 0) return `Dry since ${when}.`
  const rest = minutes >= 60 ? `${Math.floor(minutes / 60)} h ${minutes % 60} min` : `${minutes} min`
  return `Dries for ${rest} more, until ${when}.`
}
