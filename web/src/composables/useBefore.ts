import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { api, request } from '../api/client'
import type { BeforeList, CheckLine } from '../api/types'
import { useQueue } from './useQueue'

/** The list before a firing: what applies, and ways to tick it. */
export function useBefore(firing: number) {
  const queries = useQueryClient()
  const key = ['before', firing]
  const path = { path: { firing_id: firing } }
  const query = useQuery({
    queryKey: key,
    queryFn: () => request(api.GET('/api/firings/{firing_id}/before', { params: path })),
    refetchOnMount: 'always',
  })
  const list = computed(() => query.data.value as BeforeList | undefined)
  const trouble = ref('')
  const failures = ref(0) // a box that could not be ticked shows again what stands

  // one after another, so that no older answer comes after a newer one
  const inTurn = useQueue()
  const send = (work: () => Promise<unknown>) => inTurn(() => sendNow(work))

  async function sendNow(work: () => Promise<unknown>) {
    trouble.value = ''
    try {
      await queries.cancelQueries({ queryKey: key })
      queries.setQueryData(key, await work())
    } catch (error) {
      trouble.value = `Not kept: ${(error as Error).message}`
      failures.value += 1
    }
  }

  const tick = (line: CheckLine, isDone: boolean, reason = line.reason) =>
    send(() =>
      request(
        api.POST('/api/firings/{firing_id}/checks', {
          params: path,
          body: { stage_id: line.stage_id, rule: line.check.rule, is_done: isDone, reason },
        }),
      ),
    )
  const load = async (isLoaded: boolean) => {
    await send(() =>
      request(api.POST('/api/firings/{firing_id}/load', { params: path, body: { is_loaded: isLoaded } })),
    )
    for (const place of ['today', 'piece']) void queries.invalidateQueries({ queryKey: [place] })
  }
  return { query, list, trouble, failures, tick, load }
}
