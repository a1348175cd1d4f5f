import { newKey } from './keys'

/** Something done at the kiln that has not reached the studio yet; its key keeps it from being done twice. */
export type WaitingAct = {
  key: string
  kind: string
  data: Record<string, unknown>
  name: string
  at: number
}

const place = (firing: number) => `acts-${firing}`

export function readWaiting(firing: number): WaitingAct[] {
  try {
    const found = JSON.parse(localStorage.getItem(place(firing)) ?? '[]') as unknown
    return Array.isArray(found) ? (found as WaitingAct[]) : []
  } catch {
    return []
  }
}

export function writeWaiting(firing: number, acts: WaitingAct[]): void {
  try {
    if (acts.length) localStorage.setItem(place(firing), JSON.stringify(acts))
    else localStorage.removeItem(place(firing))
  } catch {
    /* storage is switched off: it lasts as long as the page */
  }
}

export const waitingAct = (kind: string, data: Record<string, unknown>, name: string): WaitingAct => ({
  key: newKey(),
  kind,
  data,
  name,
  at: Date.now(),
})

/** How long ago something was done, by this device's own clock; never less than nothing, and a week at most. */
export const agoS = (act: WaitingAct, now = Date.now()): number =>
  Math.min(Math.max(0, (now - (act.at ?? now)) / 1000), 7 * 86_400)
