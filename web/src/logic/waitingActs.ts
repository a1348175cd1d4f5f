import { newKey } from './keys'
import { keep, keptJson } from '../kit/kept'

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
  const found = keptJson(place(firing))
  return Array.isArray(found) ? (found as WaitingAct[]) : []
}

export const writeWaiting = (firing: number, acts: WaitingAct[]): boolean =>
  keep(place(firing), acts.length ? JSON.stringify(acts) : null)

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
