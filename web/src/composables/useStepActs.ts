import { useRouter } from 'vue-router'

import { api, request } from '../api/client'
import { sendFile } from '../api/files'
import type { Piece } from '../api/types'
import { useAction } from '../kit/useAction'
import { usePiece, type PieceContext } from './usePiece'
import { usePreferences } from './usePreferences'

interface Mark {
  is_done?: boolean
  took?: string
  note?: string
  tick?: string
}

/** What can be done with steps at the bench; putting one in leads on to it, taking one out to the piece. */
export function useStepActs(piece: () => Piece, context: PieceContext = usePiece()) {
  const router = useRouter()
  const preferences = usePreferences()
  const acting = useAction(
    (one: { work: () => Promise<unknown>; why: string; then?: (next: Piece) => unknown }) => one.work(),
    {
      scope: context.scope,
      done: async (done, { why, then }) => {
        await context.take(done, why)
        await then?.(done as Piece)
      },
      conflict: () => context.query.refetch(),
    },
  )
  const at = (key: string) => ({ piece_id: piece().id, key })
  const goTo = (key: string) => router.push({ name: 'step', params: { id: piece().id, step: key } })

  return {
    trouble: acting.trouble,
    isBusy: acting.isBusy,
    goTo,
    add: (does: string, after: string, isBetween: boolean) =>
      acting.act({
        work: () =>
          request(
            api.POST('/api/pieces/{piece_id}/bench', {
              params: { path: { piece_id: piece().id } },
              body: { version: context.version(), after, does, is_between: isBetween, stage: context.stage },
            }),
          ),
        why: 'a step at the bench',
        then: (next) => goTo(next.bench.at(-1)!.key),
      }),
    takeOut: (key: string) =>
      acting.act({
        work: () =>
          request(
            api.POST('/api/pieces/{piece_id}/bench/{key}/out', {
              params: { path: at(key) },
              body: { version: context.version(), stage: context.stage },
            }),
          ),
        why: 'a step taken out',
        then: () => router.push({ name: 'piece', params: { id: piece().id } }),
      }),
    mark: (key: string, mark: Mark) =>
      acting.act({
        work: () =>
          request(
            api.POST('/api/pieces/{piece_id}/bench/{key}/done', {
              params: { path: at(key) },
              body: { ...mark, system: preferences.system, stage: context.stage },
            }),
          ),
        why: '',
      }),
    photograph: (key: string, file: File, before: boolean) =>
      acting.act({
        work: () => sendFile(`/api/pieces/${piece().id}/bench/${key}/photos?before=${before}`, file),
        why: '',
      }),
  }
}
