import { computed, ref, watch } from 'vue'

import { api, request } from '../api/client'
import type { Change, HeatPlan, Message } from '../api/types'
import type { Pull } from '../drawing/HeatHandles.vue'
import { STAGE, usePiece } from './usePiece'
import { usePreferences } from './usePreferences'
import { useAction } from '../kit/useAction'

/** The changes of the piece's document that a hand's pull at a step means. */
export function changesOf(pull: Pull): Change[] {
  const at = `${STAGE}.heat.segments.${pull.key}`
  const list: Change[] = []
  if (pull.to_c !== undefined) list.push({ path: `${at}.to`, value: `${pull.to_c} °C` })
  if (pull.rate_k_per_h !== undefined) list.push({ path: `${at}.rate`, value: `${pull.rate_k_per_h} °C/h` })
  if (pull.hold_s !== undefined)
    list.push({ path: `${at}.hold`, value: `${Math.round(pull.hold_s / 60)} min` })
  return list
}

/** A step pulled by hand: while it moves the server is request what would come of it, and when it is let go it is kept. */
export function useHeatTrial() {
  const context = usePiece()
  const preferences = usePreferences()
  const trial = ref<{ heat: HeatPlan | null; answer: Message } | null>(null)
  let wanted: Change[] | null = null

  const trying = useAction(
    (changes: Change[]) =>
      request(
        api.POST('/api/pieces/{piece_id}/heat/try', {
          params: { path: { piece_id: context.id } },
          body: { system: preferences.system, stage: context.stage, changes },
        }),
      ),
    {
      done: (found) => {
        if (isPulling.value) trial.value = found as typeof trial.value
      },
      failed: () => (trial.value = null), // what cannot be is told when it is let go
    },
  )

  let isAsking = false
  async function ask() {
    if (isAsking) return
    isAsking = true
    while (wanted) {
      const changes: Change[] = wanted
      wanted = null
      await trying.act(changes)
    }
    isAsking = false
  }

  const isPulling = ref(false)
  function pull(what: Pull, isDone: boolean) {
    wanted = changesOf(what)
    isPulling.value = !isDone
    if (!isDone) return void ask()
    const changes = wanted
    wanted = null
    void context.change(changes, `${what.key} by hand`).finally(() => (trial.value = null))
  }
  watch(
    () => context.piece.value?.version,
    () => (trial.value = null),
  )
  const release = (key: string) =>
    context.change([{ path: `${STAGE}.heat.segments.${key}`, value: null }], 'step worked out again')
  return { trial: computed(() => trial.value), isPulling, pull, release }
}
