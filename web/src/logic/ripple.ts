import type { System, SummaryItem } from '../api/types'

/** The thread's old words where an edit has changed them, by key. */
export function ripple(before: SummaryItem[], after: SummaryItem[], system: System): Record<string, string> {
  const old = new Map(before.map((item) => [item.key, item.shown[system].text]))
  const changed: Record<string, string> = {}
  for (const item of after) {
    const was = old.get(item.key)
    if (was !== undefined && was !== item.shown[system].text) changed[item.key] = was
  }
  return changed
}
