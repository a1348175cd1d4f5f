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
