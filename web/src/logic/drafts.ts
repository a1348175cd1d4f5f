import type { Change } from '../api/types'

/** What was typed into a piece and is not saved yet, kept on this machine until it is. */
export interface Draft extends Change {
  label: string
  message: string
}

const key = (pieceId: number) => `drafts-${pieceId}`

export function readDrafts(
  pieceId: number,
  storage: Pick<Storage, 'getItem'> = localStorage,
): Record<string, Draft> {
  try {
    const found: unknown = JSON.parse(storage.getItem(key(pieceId)) ?? '{}')
    return found && typeof found === 'object' && !Array.isArray(found) ? (found as Record<string, Draft>) : {}
  } catch {
    return {}
  }
}

export function writeDrafts(
  pieceId: number,
  drafts: Record<string, Draft>,
  storage: Pick<Storage, 'setItem' | 'removeItem'> = localStorage,
): void {
  try {
    if (Object.keys(drafts).length) storage.setItem(key(pieceId), JSON.stringify(drafts))
    else storage.removeItem(key(pieceId))
  } catch {
    /* storage is full or switched off: the drafts live as long as the page */
  }
}
