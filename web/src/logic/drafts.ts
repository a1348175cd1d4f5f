import type { Change, System } from '../api/types'
import { keep, keptJson } from '../kit/kept'

/** What was typed into a piece and is not saved yet, kept on this machine until it is. */
export interface Draft extends Change {
  label: string
  message: string
  /** The units on the screen when it was typed: a bare number keeps its meaning. */
  system: System
}

const key = (pieceId: number | string) => `drafts-${pieceId}`

export function readDrafts(
  pieceId: number | string,
  storage?: Pick<Storage, 'getItem'>,
): Record<string, Draft> {
  const found = keptJson(key(pieceId), storage)
  return found && typeof found === 'object' && !Array.isArray(found) ? (found as Record<string, Draft>) : {}
}

export function writeDrafts(
  pieceId: number | string,
  drafts: Record<string, Draft>,
  storage?: Pick<Storage, 'setItem' | 'removeItem'>,
): void {
  keep(key(pieceId), Object.keys(drafts).length ? JSON.stringify(drafts) : null, storage)
}

/** Drafts that were one edit, together again: they are sent as they were meant, all or none. */
export function edits(drafts: Record<string, Draft>): { changes: Change[]; label: string; system: System }[] {
  const found = new Map<string, { changes: Change[]; label: string; system: System }>()
  for (const { path, value, label, system } of Object.values(drafts)) {
    const key = `${system} ${label}`
    const edit = found.get(key) ?? { changes: [], label, system }
    edit.changes.push({ path, value })
    found.set(key, edit)
  }
  return [...found.values()]
}
