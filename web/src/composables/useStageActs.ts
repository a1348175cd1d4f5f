import { useRoute, useRouter } from 'vue-router'

import { api, request } from '../api/client'
import type { Piece } from '../api/types'
import { useAction } from '../kit/useAction'
import { usePiece } from './usePiece'
import { keyOf, useFetched } from '../kit/keys'

/** What can be done with a stage of a piece; each leads on to the stage it leaves one at. */
export function useStageActs(piece: () => Piece) {
  const context = usePiece()
  const { put } = useFetched()
  const route = useRoute()
  const router = useRouter()
  const at = () => ({ piece_id: piece().id, key: piece().stage_key })
  const body = () => ({ version: context.version(), stage: piece().stage_key })

  const acting = useAction((one: { work: () => Promise<unknown>; why: string }) => one.work(), {
    scope: context.scope,
    done: async (done, { why }) => {
      const next = done as Piece
      await put(keyOf('piece', next.id, next.stage_key), next)
      await context.take(next, why)
      if (next.stage_key !== piece().stage_key || next.stage_key !== context.stage)
        await router.push({
          name: 'piece',
          params: { id: next.id, station: route.params.station || 'cradle' },
          query: { stage: next.stage_key },
        })
    },
    conflict: () => context.query.refetch(),
  })
  const { trouble } = acting
  const act = (work: () => Promise<unknown>, why: string) => acting.act({ work, why })

  return {
    trouble,
    double: () =>
      act(
        () =>
          request(
            api.POST('/api/pieces/{piece_id}/stages/{key}/double', { params: { path: at() }, body: body() }),
          ),
        'a stage doubled',
      ),
    move: (by: number) =>
      act(
        () =>
          request(
            api.POST('/api/pieces/{piece_id}/stages/{key}/move', {
              params: { path: at() },
              body: { version: context.version(), by },
            }),
          ),
        'stages in another order',
      ),
    takeOut: () =>
      act(() => {
        const links = piece().chain.links
        const here = links.findIndex((l) => l.key === piece().stage_key)
        const stage = links[here > 0 ? here - 1 : 1]?.key ?? ''
        return request(
          api.POST('/api/pieces/{piece_id}/stages/{key}/out', {
            params: { path: at() },
            body: { version: context.version(), stage },
          }),
        )
      }, 'a stage taken out'),
    part: (per: number) =>
      act(
        () =>
          request(
            api.POST('/api/pieces/{piece_id}/stages/{key}/rounds', {
              params: { path: at() },
              body: { version: context.version(), per },
            }),
          ),
        'a series parted',
      ),
    clock: () =>
      act(
        () =>
          request(
            api.POST('/api/pieces/{piece_id}/clock', {
              params: { path: { piece_id: piece().id } },
              body: body(),
            }),
          ),
        'stages on the clock',
      ),
    add: (wanted: {
      process: string
      name: string
      cradle_id: number | null
      shape: string
      kiln_id: number | null
      after: string
    }) =>
      act(
        () =>
          request(
            api.POST('/api/pieces/{piece_id}/stages', {
              params: { path: { piece_id: piece().id } },
              body: { version: context.version(), layup: {}, ...wanted },
            }),
          ),
        'a further stage',
      ),
  }
}
