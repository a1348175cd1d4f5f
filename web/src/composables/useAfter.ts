import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'

import { api, request, Refused } from '../api/client'
import type { After, Piece } from '../api/types'
import { useQueue } from './useQueue'
import { usePiece } from './usePiece'
import { usePreferences } from './usePreferences'

/** What came out of a stage: measured, found, explained; and the stage that comes of it. */
export function useAfter(piece: () => Piece) {
  const queries = useQueryClient()
  const router = useRouter()
  const preferences = usePreferences()
  const context = usePiece()
  const { id: firing, stage_id: stage } = piece().firing
  const key = ['after', firing, stage]
  const path = { path: { firing_id: firing } }
  const query = useQuery({
    queryKey: key,
    queryFn: () =>
      request(api.GET('/api/firings/{firing_id}/after', { params: { ...path, query: { stage_id: stage } } })),
    refetchOnMount: 'always',
  })
  const after = computed(() => query.data.value as After | undefined)
  const trouble = ref('')
  const faulty = ref<Record<string, { typed: string; message: string }>>({})
  const isBusy = ref(false)

  function take(next: unknown) {
    queries.setQueryData(key, next)
    for (const place of ['notebook', 'piece', 'pieces']) void queries.invalidateQueries({ queryKey: [place] })
  }

  const inTurn = useQueue()
  const measure = (what: string, place: number, typed: string) => inTurn(() => measureNow(what, place, typed))
  const observe = (faults: string[], note: string) => inTurn(() => observeNow(faults, note))

  async function measureNow(what: string, place: number, typed: string) {
    const at = `${what}.${place}`
    try {
      take(
        await request(
          api.POST('/api/firings/{firing_id}/measures', {
            params: path,
            body: { stage_id: stage, system: preferences.system, rows: [{ key: what, place, typed }] },
          }),
        ),
      )
      faulty.value = Object.fromEntries(Object.entries(faulty.value).filter(([k]) => k !== at))
    } catch (error) {
      const message =
        error instanceof Refused ? (error.faults[0]?.message ?? error.message) : (error as Error).message
      faulty.value = { ...faulty.value, [at]: { typed, message } }
    }
  }

  async function observeNow(faults: string[], note: string) {
    trouble.value = ''
    try {
      take(
        await request(
          api.POST('/api/firings/{firing_id}/observations', {
            params: path,
            body: { stage_id: stage, faults, note },
          }),
        ),
      )
    } catch (error) {
      trouble.value = (error as Error).message
    }
  }

  async function next(how: 'change' | 'on', process = '') {
    trouble.value = ''
    isBusy.value = true
    try {
      const made = (await request(
        api.POST('/api/firings/{firing_id}/next', {
          params: path,
          body: { version: piece().version, stage_id: stage, how, process },
        }),
      )) as Piece
      queries.setQueryData(['piece', made.id, made.stage_key], made)
      await context.take(made, 'the next stage')
      await router.push({
        name: 'piece',
        params: { id: made.id, station: 'heat' },
        query: { stage: made.stage_key },
      })
    } catch (error) {
      trouble.value = (error as Error).message
      if (error instanceof Refused && error.status === 409) await context.query.refetch()
    } finally {
      isBusy.value = false
    }
  }
  return { query, after, trouble, faulty, isBusy, measure, observe, next }
}
