import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'

import { api, request } from '../api/client'
import type { After, Piece } from '../api/types'
import { usePiece } from './usePiece'
import { usePreferences } from './usePreferences'
import { keyOf, useFetched } from '../kit/keys'
import { linesOf, useAction } from '../kit/useAction'

/** What came out of a stage: measured, found, explained; and the stage that comes of it. */
export function useAfter(piece: () => Piece) {
  const { refresh, put } = useFetched()
  const router = useRouter()
  const preferences = usePreferences()
  const context = usePiece()
  const { id: firing, stage_id: stage } = piece().firing
  const key = keyOf('after', firing, stage)
  const path = { path: { firing_id: firing } }
  const query = useQuery({
    queryKey: key,
    queryFn: () =>
      request(api.GET('/api/firings/{firing_id}/after', { params: { ...path, query: { stage_id: stage } } })),
    refetchOnMount: 'always',
  })
  const after = computed(() => query.data.value as After | undefined)
  const faulty = ref<Record<string, { typed: string; message: string }>>({})

  async function take(next: unknown) {
    await put(key, next)
    void refresh('notebook', 'piece', 'pieces')
  }

  const scope = `after-${firing}-${stage}`
  const measuring = useAction(
    ({ what, place, typed, copy }: { what: string; place: number; typed: string; copy: number }) =>
      request(
        api.POST('/api/firings/{firing_id}/measures', {
          params: path,
          body: {
            stage_id: stage,
            system: preferences.system,
            copy_number: copy,
            rows: [{ key: what, place, typed }],
          },
        }),
      ),
    {
      scope,
      done: async (next, { what, place }) => {
        await take(next)
        const at = `${what}.${place}`
        faulty.value = Object.fromEntries(Object.entries(faulty.value).filter(([k]) => k !== at))
      },
      failed: (error, { what, place, typed }) => {
        const message = linesOf(error)[0] ?? error.message
        faulty.value = { ...faulty.value, [`${what}.${place}`]: { typed, message } }
      },
    },
  )
  const observing = useAction(
    (seen: { faults: string[]; note: string }) =>
      request(
        api.POST('/api/firings/{firing_id}/observations', {
          params: path,
          body: { stage_id: stage, ...seen },
        }),
      ),
    { scope, done: take },
  )
  const going = useAction(
    ({ how, process }: { how: 'change' | 'on'; process: string }) =>
      request(
        api.POST('/api/firings/{firing_id}/next', {
          params: path,
          body: { version: piece().version, stage_id: stage, how, process },
        }),
      ) as Promise<Piece>,
    {
      done: async (made) => {
        await put(keyOf('piece', made.id, made.stage_key), made)
        await context.take(made, 'the next stage')
        await router.push({
          name: 'piece',
          params: { id: made.id, station: 'heat' },
          query: { stage: made.stage_key },
        })
      },
      conflict: () => context.query.refetch(),
    },
  )
  const measure = (what: string, place: number, typed: string, copy = 0) =>
    measuring.act({ what, place, typed, copy })
  const observe = (faults: string[], note: string) => observing.act({ faults, note })
  const next = (how: 'change' | 'on', process = '') => going.act({ how, process })
  const trouble = computed(() => observing.trouble.value || going.trouble.value)
  const { isBusy } = going
  return { query, after, trouble, faulty, isBusy, measure, observe, next }
}
