import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, inject, provide, reactive, ref, type InjectionKey, type Ref } from 'vue'

import { api, request, Refused, Unreachable } from '../api/client'
import type { Change, Entry, Piece, System } from '../api/types'
import { edits, readDrafts, writeDrafts, type Draft } from '../logic/drafts'
import { ripple } from '../logic/ripple'
import { usePreferences } from './usePreferences'
import { useQueue } from './useQueue'

/** Paths of the stage one is on begin with this. */
export const STAGE = 'stage'

/** One stage of a piece: as it stands, what is typed and not saved, and every way to change it, one after another. */
function createPiece(id: number, stage: string) {
  const preferences = usePreferences()
  const queries = useQueryClient()
  const key = ['piece', id, stage]
  const kept = stage ? `${id}-${stage}` : id
  const query = useQuery({
    queryKey: key,
    queryFn: () =>
      request(api.GET('/api/pieces/{piece_id}', { params: { path: { piece_id: id }, query: { stage } } })),
  })
  const piece = computed(() => query.data.value as Piece | undefined)
  const drafts = reactive<Record<string, Draft>>(readDrafts(kept))
  const changed = ref<{ old: Record<string, string>; why: string }>({ old: {}, why: '' })
  const conflict = ref<{ message: string; theirs: Piece } | null>(null)
  const trouble = ref('')
  const isSaving = ref(false)
  const inTurn = useQueue()
  let quiet: ReturnType<typeof setTimeout> | undefined

  function accept(next: Piece, why: string) {
    const before = piece.value
    queries.setQueryData(key, next)
    void queries.invalidateQueries({ queryKey: ['pieces'] })
    // what was looked up of other stages stood on how this one was
    void queries.invalidateQueries({
      predicate: ({ queryKey: [what, of, at] }) => what === 'piece' && of === id && at !== stage,
    })
    trouble.value = ''
    if (!before) return
    changed.value = { old: ripple(before.plan.thread, next.plan.thread, preferences.system), why }
    clearTimeout(quiet)
    quiet = setTimeout(() => (changed.value = { old: {}, why: '' }), 9000)
  }

  function refuse(error: unknown, changes: Change[], label: string, system: System) {
    if (error instanceof Refused && error.status === 409) conflict.value = error.body as typeof conflict.value
    else if (error instanceof Refused && error.status !== 422) trouble.value = error.message
    else if (!(error instanceof Refused))
      trouble.value = error instanceof Unreachable ? error.message : String(error)
    for (const change of changes) {
      if (error instanceof Refused && error.status === 422 && typeof change.value !== 'string') {
        // a choice that does not go, not a text to be kept: the reason stands at the top of the page
        if (changes.length === 1) trouble.value = `Not changed: ${error.message}`
        continue
      }
      const fault =
        error instanceof Refused && error.status === 422
          ? (error.faults.find((f) => f.path === change.path)?.message ??
            error.faults[0]?.message ??
            error.message)
          : 'Not saved yet.'
      drafts[change.path] = { ...change, label, message: fault, system }
    }
    writeDrafts(kept, drafts)
  }

  async function send(changes: Change[], label: string, system: System): Promise<boolean> {
    const standing = piece.value
    if (!standing) return false
    isSaving.value = true
    await queries.cancelQueries({ queryKey: key }) // an older answer on its way must not come after this one
    try {
      const next = await request(
        api.PATCH('/api/pieces/{piece_id}', {
          params: { path: { piece_id: id } },
          body: { version: standing.version, stage, system, label, changes },
        }),
      )
      for (const change of changes) delete drafts[change.path]
      writeDrafts(kept, drafts)
      accept(next, label)
      return true
    } catch (error) {
      refuse(error, changes, label, system)
      return false
    } finally {
      isSaving.value = false
    }
  }

  /** Changes that build on what stands are worked out when their turn comes, so that none undoes the one before. */
  const change = (changes: Change[] | (() => Change[]), label: string, system = preferences.system) =>
    inTurn(() => send(typeof changes === 'function' ? changes() : changes, label, system))

  function forget(path: string) {
    delete drafts[path]
    writeDrafts(kept, drafts)
  }

  /** Send again all that is typed and not saved. */
  async function retry() {
    await query.refetch()
    await retryDrafts()
  }

  const step = (which: 'undo' | 'redo') =>
    inTurn(async () => {
      const standing = piece.value
      const label = which === 'undo' ? standing?.undoes : standing?.redoes
      if (!standing || !label) return
      try {
        const next = await request(
          api.POST(`/api/pieces/{piece_id}/${which}`, {
            params: { path: { piece_id: id } },
            body: { version: standing.version, stage },
          }),
        )
        accept(next, `${which === 'undo' ? 'undone' : 'done again'}: ${label}`)
      } catch (error) {
        refuse(error, [], '', preferences.system)
        if (error instanceof Refused && error.status === 422) trouble.value = error.message
      }
    })

  /** After a conflict: take how it stands, and then send one's own typing on top of it, or let it go. */
  async function settle(mine: boolean) {
    const theirs = conflict.value?.theirs
    conflict.value = null
    if (theirs) accept(theirs, 'changed in another window')
    if (mine) return retryDrafts()
    for (const path of Object.keys(drafts)) forget(path)
  }

  async function retryDrafts() {
    for (const edit of edits({ ...drafts })) await change(edit.changes, edit.label, edit.system)
  }

  /** A piece as another action of the server has left it. */
  async function take(next: unknown, why: string) {
    await queries.cancelQueries({ queryKey: key })
    accept(next as Piece, why)
    for (const list of ['glass', 'stock', 'cradles']) void queries.invalidateQueries({ queryKey: [list] })
  }

  const entry = (path: string): Entry | undefined => piece.value?.entries[path]
  return {
    id,
    stage,
    piece,
    query,
    drafts,
    changed,
    conflict,
    trouble,
    isSaving,
    change,
    forget,
    retry,
    step,
    settle,
    take,
    entry,
  }
}

export type PieceContext = ReturnType<typeof createPiece>
const KEY: InjectionKey<PieceContext> = Symbol('piece')

export function providePiece(id: number, stage = ''): PieceContext {
  const context = createPiece(id, stage)
  provide(KEY, context)
  return context
}

/** The piece of the page one is on. */
export function usePiece(): PieceContext {
  const context = inject(KEY)
  if (!context) throw new Error('usePiece is for components inside a piece page')
  return context
}

/** A part of the stage's document by dotted path under `stage`, as plain data. */
export function useDocument<T>(context: PieceContext, path: string): Ref<T | undefined> {
  return computed(() => {
    let at: unknown = context.piece.value
    for (const step of path.split('.')) at = (at as Record<string, unknown> | undefined)?.[step]
    return at as T | undefined
  })
}
