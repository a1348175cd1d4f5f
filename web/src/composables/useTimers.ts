import { useQuery } from '@tanstack/vue-query'
import { computed, onBeforeUnmount, ref, watch } from 'vue'

import { api, request } from '../api/client'
import type { BenchTimer } from '../api/types'
import { ringBell } from '../logic/bell'
import { newKey } from '../logic/keys'
import { keyOf, useFetched } from '../kit/keys'

/** The clocks on the bench; whoever sees one ring first notes it, so that it rings once. */
export function useTimers() {
  const { refresh } = useFetched()
  const query = useQuery({
    queryKey: keyOf('timers'),
    queryFn: () => request(api.GET('/api/timers')),
    refetchInterval: 20_000,
    retry: false,
  })
  const timers = computed(() => (query.data.value ?? []) as BenchTimer[])
  const now = ref(Date.now())
  const clock = setInterval(() => (now.value = Date.now()), 1000)
  onBeforeUnmount(() => clearInterval(clock))
  const leftS = (timer: BenchTimer) => (new Date(timer.ends_at).getTime() - now.value) / 1000
  const settle = () => void refresh('timers', 'today')

  const rings = ref<string[]>([])
  watch(now, async () => {
    for (const timer of timers.value) {
      if (timer.is_rung || leftS(timer) > 0 || rings.value.includes(timer.key)) continue
      rings.value = [...rings.value, timer.key]
      ringBell()
      await request(
        api.POST('/api/timers/{timer_id}/ring', { params: { path: { timer_id: timer.id } } }),
      ).catch(() => undefined)
      settle()
    }
  })

  async function begin(kind: string, stage: number | null = null, lasts = '', name = '') {
    await request(api.POST('/api/timers', { body: { key: newKey(), kind, name, lasts, stage_id: stage } }))
    settle()
  }
  async function end(timer: BenchTimer) {
    await request(api.POST('/api/timers/{timer_id}/end', { params: { path: { timer_id: timer.id } } })).catch(
      () => undefined,
    )
    settle()
  }
  return { timers, leftS, begin, end }
}
