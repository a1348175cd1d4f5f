import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, Refused, request } from '../api/client'
import type { BerthTold, FiringPage, LoadItem, ShelfTold } from '../api/types'
import { keyOf, useFetched } from '../kit/keys'
import { useAction } from '../kit/useAction'

const mm = (m: number) => `${Math.round(m * 10000) / 10} mm`

/** A berth as it is kept, of what is drawn. */
export const berthOf = (item: LoadItem): BerthTold => ({
  member: item.member,
  shelf: item.level,
  x: mm(item.x_m),
  y: mm(item.y_m),
  turn: String(Math.round(item.turn_deg * 10) / 10),
  locked: item.is_locked,
})

/** A firing with all that lies in it, and every way to change that, one after another. */
export function useFiring(id: number) {
  const { put, refresh } = useFetched()
  const key = keyOf('firing', id)
  const query = useQuery({
    queryKey: key,
    queryFn: () => request(api.GET('/api/firings/{firing_id}', { params: { path: { firing_id: id } } })),
    retry: false,
  })
  const page = computed(() => query.data.value as FiringPage | undefined)
  const at = { params: { path: { firing_id: id } } }
  const acting = useAction(
    (one: { work: (version: number) => Promise<unknown> }) => one.work(page.value!.version),
    {
      scope: `firing-${id}`,
      done: async (next) => {
        await put(key, next)
        await refresh('piece', 'firings', 'waiting', 'today', 'trace')
      },
      failed: async (error) => {
        if (error instanceof Refused && error.status === 409)
          await put(key, (error.body as { theirs: FiringPage }).theirs)
      },
    },
  )
  const keepLoad = (load: { berths: BerthTold[]; shelves: ShelfTold[] }, label: string) =>
    acting.act({
      work: (version) =>
        request(api.POST('/api/firings/{firing_id}/berths', { ...at, body: { version, load, label } })),
    })
  const shelves = () => page.value?.load.shelves ?? []
  const items = () => page.value?.layout?.items ?? []
  return {
    query,
    page,
    acting,
    /** One berth changed; the others stay where they are drawn. */
    move: (index: number, change: Partial<BerthTold>) =>
      keepLoad(
        {
          shelves: shelves(),
          berths: items().map((item, i) => (i === index ? { ...berthOf(item), ...change } : berthOf(item))),
        },
        'berth',
      ),
    setShelves: (next: ShelfTold[]) =>
      keepLoad({ shelves: next, berths: page.value?.load.berths ?? [] }, 'shelves'),
    arrange: () =>
      acting.act({
        work: (version) =>
          request(api.POST('/api/firings/{firing_id}/arrange', { ...at, body: { version } })),
      }),
    step: (way: 'undo' | 'redo') =>
      acting.act({
        work: (version) =>
          request(
            api.POST('/api/firings/{firing_id}/berths/{way}', {
              params: { path: { firing_id: id, way } },
              body: { version },
            }),
          ),
      }),
    putIn: (one: { stage_id: number; piece_version: number }) =>
      acting.act({
        work: () =>
          request(
            api.POST('/api/firings/{firing_id}/put-in', {
              ...at,
              body: { stage_id: one.stage_id, piece_version: one.piece_version },
            }),
          ),
      }),
    takeOut: (one: { stage_id: number; piece_version: number }) =>
      acting.act({
        work: () =>
          request(
            api.POST('/api/firings/{firing_id}/take-out', {
              ...at,
              body: { stage_id: one.stage_id, piece_version: one.piece_version },
            }),
          ),
      }),
  }
}
