import { newKey } from './keys'

/** Something done at the kiln that has not reached the studio yet; its key keeps it from being done twice. */
export type WaitingAct = { key: string; kind: string; data: Record<string, unknown>; name: string }

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
})
