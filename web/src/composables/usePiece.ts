import { useQuery } from '@tanstack/vue-query'
import { computed, inject, provide, reactive, ref, type InjectionKey, type Ref } from 'vue'

import { api, request, Refused } from '../api/client'
import type { Change, Entry, Piece, System } from '../api/types'
import { edits, readDrafts, writeDrafts, type Draft } from '../logic/drafts'
import { ripple } from '../logic/ripple'
import { usePreferences } from './usePreferences'
import { keyOf, useFetched } from '../kit/keys'
import { faultsOf, linesOf, useAction } from '../kit/useAction'

/** Paths of the stage one is on begin with this. */
export const STAGE = 'stage'

/** One stage of a piece: as it stands, what is typed and not saved, and every way to change it, one after another. */
function createPiece(id: number, stage: string, step: string) {
  const preferences = usePreferences()
  const { refresh, refreshSome, get, put } = useFetched()
  const key = keyOf('piece', id, stage)
  const kept = step ? `${id}-step-${step}` : stage ? `${id}-${stage}` : id
  const query = useQuery({
    queryKey: key,
    queryFn: () =>
      request(api.GET('/api/pieces/{piece_id}', { params: { path: { piece_id: id }, query: { stage } } })),
  })
  const piece = computed(() => query.data.value as Piece | undefined)
  // what a page's fields are about: a stage, or one of the steps at the bench
  const base = computed(() => {
    const at = step ? (piece.value?.bench.findIndex((one) => one.key === step) ?? -1) : -1
    return at < 0 ? STAGE : `bench.${at}`
  })
  const at = (path: string) => `${base.value}.${path}`
  const drafts = reactive<Record<string, Draft>>(readDrafts(kept))
  const changed = ref<{ old: Record<string, string>; why: string }>({ old: {}, why: '' })
  const conflict = ref<{ message: string; theirs: Piece } | null>(null)
  const trouble = ref('')
  // whatever is done to a piece builds on the version that the act before it left
  const scope = `piece-${id}`
  let quiet: ReturnType<typeof setTimeout> | undefined

  async function accept(next: Piece, why: string) {
    const before = piece.value
    await put(key, next)
    void refresh('pieces')
    // what was looked up of other stages stood on how this one was
    void refreshSome('piece', ([of, at]) => of === id && at !== stage)
    trouble.value = ''
    if (!before) return
    changed.value = { old: ripple(before.plan.thread, next.plan.thread, preferences.system), why }
    clearTimeout(quiet)
    quiet = setTimeout(() => (changed.value = { old: {}, why: '' }), 9000)
  }

  function refuse(error: Error, changes: Change[], label: string, system: System) {
    const isFaulty = error instanceof Refused && error.status === 422
    if (error instanceof Refused && error.status === 409) conflict.value = error.body as typeof conflict.value
    else if (!isFaulty) trouble.value = error.message
    const faults = faultsOf(error)
    for (const change of changes) {
      if (isFaulty && typeof change.value !== 'string') {
        // a choice that does not go, not a text to be kept: the reason stands at the top of the page
        if (changes.length === 1) trouble.value = `Not changed: ${error.message}`
        continue
      }
      const said = faults[change.path] ?? linesOf(error)[0] ?? error.message
      drafts[change.path] = { ...change, label, message: isFaulty ? said : 'Not saved yet.', system }
    }
    writeDrafts(kept, drafts)
  }

  const sending = useAction(
    async (edit: { changes: Change[] | (() => Change[]); label: string; system: System }) => {
      const standing = get<Piece>(key)
      if (!standing) return null
      // what builds on what stands is worked out when its turn comes
      if (typeof edit.changes === 'function') edit.changes = edit.changes()
      return request(
        api.PATCH('/api/pieces/{piece_id}', {
          params: { path: { piece_id: id } },
          body: {
            version: standing.version,
            stage,
            system: edit.system,
            label: edit.label,
            changes: edit.changes,
          },
        }),
      )
    },
    {
      scope,
      done: (next, { changes, label }) => {
        if (!next) return
        for (const change of changes as Change[]) delete drafts[change.path]
        writeDrafts(kept, drafts)
        return accept(next, label)
      },
      failed: (error, { changes, label, system }) =>
        refuse(error, Array.isArray(changes) ? changes : [], label, system),
    },
  )

  /** Changes that build on what stands are worked out when their turn comes, so that none undoes the one before. */
  const change = (changes: Change[] | (() => Change[]), label: string, system = preferences.system) =>
    sending.act({ changes, label, system })

  function forget(path: string) {
    delete drafts[path]
    writeDrafts(kept, drafts)
  }

  /** Send again all that is typed and not saved. */
  async function retry() {
    await query.refetch()
    await retryDrafts()
  }

  const stepping = useAction(
    async (which: 'undo' | 'redo') => {
      const standing = get<Piece>(key)
      const label = which === 'undo' ? standing?.undoes : standing?.redoes
      if (!standing || !label) return null
      const next = await request(
        api.POST(`/api/pieces/{piece_id}/${which}`, {
          params: { path: { piece_id: id } },
          body: { version: standing.version, stage },
        }),
      )
      return { next, why: `${which === 'undo' ? 'undone' : 'done again'}: ${label}` }
    },
    {
      scope,
      done: (found) => found && accept(found.next, found.why),
      failed: (error) => {
        refuse(error, [], '', preferences.system)
        if (error instanceof Refused && error.status === 422) trouble.value = error.message
      },
    },
  )

  /** After a conflict: take how it stands, and then send one's own typing on top of it, or let it go. */
  async function settle(mine: boolean) {
    const theirs = conflict.value?.theirs
    conflict.value = null
    if (theirs) await accept(theirs, 'changed in another window')
    if (mine) return retryDrafts()
    for (const path of Object.keys(drafts)) forget(path)
  }

  async function retryDrafts() {
    for (const edit of edits({ ...drafts })) await change(edit.changes, edit.label, edit.system)
  }

  /** A piece as another action of the server has left it. */
  async function take(next: unknown, why: string) {
    await accept(next as Piece, why)
    void refresh('glass', 'stock', 'cradles')
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
    scope,
    /** Of what stands now, and not of what a page has drawn yet. */
    version: () => get<Piece>(key)!.version,
    isSaving: sending.isBusy,
    change,
    forget,
    retry,
    undo: stepping.act,
    settle,
    take,
    entry,
    step,
    at,
  }
}

export type PieceContext = ReturnType<typeof createPiece>
const KEY: InjectionKey<PieceContext> = Symbol('piece')

export function providePiece(id: number, stage = '', step = ''): PieceContext {
  const context = createPiece(id, stage, step)
  provide(KEY, context)
  return context
}

/** The piece of the page one is on. */
export function usePiece(): PieceContext {
  const context = inject(KEY)
  if (!context) throw new Error('usePiece is for components inside a piece page')
  return context
}

/** A part of the document by its dotted path from the top, as plain data. */
export function useDocument<T>(context: PieceContext, path: string | (() => string)): Ref<T | undefined> {
  return computed(() => {
    let at: unknown = context.piece.value
    for (const step of (typeof path === 'string' ? path : path()).split('.'))
      at = (at as Record<string, unknown> | undefined)?.[step]
    return at as T | undefined
  })
}
