import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'

import { api, request, Refused } from '../api/client'
import type { Live } from '../api/types'
import { newKey } from '../logic/keys'
import { agoS, readWaiting, waitingAct, writeWaiting, type WaitingAct } from '../logic/waitingActs'
import { keyOf, useFetched } from '../kit/keys'
import { useAction } from '../kit/useAction'

const SLOW_MS = 4000
const QUICK_MS = 1000

/** A firing as it stands, request for again and again; what is done to it is sent until it has arrived. */
export function useLive(firing: number, stage: number) {
  const { refresh, refreshSome, put } = useFetched()
  const key = keyOf('live', firing, stage)
  const query = useQuery({
    queryKey: key,
    queryFn: () =>
      request(
        api.GET('/api/firings/{firing_id}/live', {
          params: { path: { firing_id: firing }, query: { stage_id: stage } },
        }),
      ),
    refetchInterval: ({ state }) => (((state.data as Live | undefined)?.pace ?? 1) > 1 ? QUICK_MS : SLOW_MS),
    refetchOnWindowFocus: 'always',
    retry: false,
  })
  const live = computed(() => query.data.value as Live | undefined)
  const ahead = useQuery({
    queryKey: keyOf('ahead', firing, stage),
    queryFn: () =>
      request(
        api.GET('/api/firings/{firing_id}/ahead', {
          params: { path: { firing_id: firing }, query: { stage_id: stage } },
        }),
      ),
    refetchInterval: () => ((live.value?.pace ?? 1) > 1 ? 2 * QUICK_MS : 5 * SLOW_MS),
    enabled: computed(() => !!live.value && live.value.state !== 'opened'),
    retry: false,
  })
  const waiting = ref<WaitingAct[]>(readWaiting(firing))
  const trouble = ref('')

  async function accept(next: unknown) {
    await put(key, next)
    void refreshSome('ahead', ([of]) => of === firing)
    void refresh('today', 'pieces', 'after', 'notebook', 'piece')
  }

  function keep(acts: WaitingAct[]) {
    waiting.value = acts
    writeWaiting(firing, acts)
  }

  let isSending = false
  const sending = useAction(
    (one: WaitingAct) =>
      request(
        api.POST('/api/firings/{firing_id}/acts', {
          params: { path: { firing_id: firing }, query: { stage_id: stage } },
          body: { key: one.key, kind: one.kind, data: one.data, ago_s: agoS(one) },
        }),
      ),
    {
      done: (next) => {
        trouble.value = ''
        keep(waiting.value.slice(1))
        return accept(next)
      },
      failed: (error, one) => {
        if (!(error instanceof Refused)) return // kept, and sent again when the studio is heard
        trouble.value = `${one.name}: ${error.message}`
        keep(waiting.value.slice(1))
      },
    },
  )

  async function sendWaiting() {
    if (isSending) return
    isSending = true
    while (waiting.value[0]) {
      await sending.act(waiting.value[0])
      if (sending.isUnsent.value) break
    }
    isSending = false
  }

  async function act(kind: string, name: string, data: Record<string, unknown> = {}) {
    keep([...waiting.value, waitingAct(kind, data, name)])
    await sendWaiting()
  }

  const undoing = useAction(
    (of: string) =>
      request(
        api.POST('/api/firings/{firing_id}/take-back', {
          params: { path: { firing_id: firing }, query: { stage_id: stage } },
          body: { key: newKey(), of },
        }),
      ),
    { done: accept, failed: (error) => (trouble.value = error.message) },
  )
  function undo(of: string) {
    trouble.value = ''
    return undoing.act(of)
  }

  // whenever the studio is heard again, what waits is sent
  watch(query.dataUpdatedAt, () => void (waiting.value.length && sendWaiting()))
  const silentSince = computed(() => (query.error.value && live.value ? query.dataUpdatedAt.value : 0))
  return { query, live, ahead, waiting, trouble, silentSince, act, undo, accept }
}

export type LiveContext = ReturnType<typeof useLive>
