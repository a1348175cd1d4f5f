const two = (n: number) => String(n).padStart(2, '0')

/** Local wall-clock time as `2026-11-23T16:00`, which is what a piece document holds. */
export function localNow(now: Date): string {
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}T${two(now.getHours())}:${two(now.getMinutes())}`
}

/** The next full hour, as a first start for a new piece. */
export function nextHour(now: Date): string {
  const then = new Date(now.getTime())
  then.setHours(then.getHours() + 1, 0, 0, 0)
  return localNow(then)
}

export function localZone(): string {
  return Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC'
}

/** How long something still dries, from when it will be dry; the time itself is worked out by the server. */
export function countdown(dryAt: string | null, now: Date): string | null {
  if (!dryAt) return null
  const until = new Date(dryAt)
  const minutes = Math.round((until.getTime() - now.getTime()) / 60_000)
  const when = until.toLocaleString('en-GB', { weekday: 'short', hour: '2-digit', minute: '2-digit' })
  if (minutes <= 0) return `Dry since ${when}.`
  const rest = minutes >= 60 ? `${Math.floor(minutes / 60)} h ${minutes % 60} min` : `${minutes} min`
  return `Dries for ${rest} more, until ${when}.`
}
