import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { api, request } from '../api/client'
import type { BeforeList, CheckLine } from '../api/types'
import { keyOf, useFetched } from '../kit/keys'
import { useAction } from '../kit/useAction'

/** The list before a firing: what applies, and ways to tick it. */
export function useBefore(firing: number) {
  const { refresh, put } = useFetched()
  const key = keyOf('before', firing)
  const path = { path: { firing_id: firing } }
  const query = useQuery({
    queryKey: key,
    queryFn: () => request(api.GET('/api/firings/{firing_id}/before', { params: path })),
    refetchOnMount: 'always',
  })
  const list = computed(() => query.data.value as BeforeList | undefined)
  const failures = ref(0) // a box that could not be ticked shows again what stands

  // one after another, so that no older answer comes after a newer one
  const sending = useAction((work: () => Promise<unknown>) => work(), {
    scope: `before-${firing}`,
    done: (next) => put(key, next),
    failed: () => (failures.value += 1),
  })
  const send = sending.act
  const trouble = computed(() => sending.trouble.value && `Not kept: ${sending.trouble.value}`)

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
    void refresh('today', 'piece')
  }
  return { query, list, trouble, failures, tick, load }
}
