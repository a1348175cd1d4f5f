import { defineStore } from 'pinia'
import { computed, ref, watchEffect } from 'vue'
import { useRouter } from 'vue-router'

import { api, request } from '../api/client'
import { keep, kept } from '../kit/kept'
import { useFetched } from '../kit/keys'
import { useAction } from '../kit/useAction'
import { WALK } from '../logic/walk'

/** Where somebody is in the walk on this machine: left at any time, taken up again where it was. */
const useWalkPlace = defineStore('walk', () => {
  const piece = ref(Number(kept('walk-piece') ?? 0))
  const at = ref(Math.min(Number(kept('walk-at') ?? 0) || 0, WALK.length - 1))
  const isOn = ref(kept('walk-on') === 'yes')
  watchEffect(() => keep('walk-piece', piece.value ? String(piece.value) : null))
  watchEffect(() => keep('walk-at', String(at.value)))
  watchEffect(() => keep('walk-on', isOn.value ? 'yes' : null))
  return { piece, at, isOn }
})

/** The walk through one piece, on a copy of an example. */
export function useWalk() {
  const place = useWalkPlace()
  const router = useRouter()
  const { refresh } = useFetched()
  const go = () => router.push(`/pieces/${place.piece}/${WALK[place.at]!.at}`)
  const copying = useAction(
    () => request(api.POST('/api/begin/example', { body: { key: 'cast', how: 'copy' } })),
    {
      done: async (found) => {
        Object.assign(place, { piece: found.piece_id, at: 0, isOn: true })
        await refresh('pieces')
        await go()
      },
    },
  )
  return {
    isOn: computed(() => place.isOn && place.piece > 0),
    isLeft: computed(() => !place.isOn && place.piece > 0),
    at: computed(() => place.at),
    trouble: copying.trouble,
    begin: () => copying.act(),
    takeUp: () => {
      place.isOn = true
      return go()
    },
    step: (by: number) => {
      place.at = Math.max(0, Math.min(WALK.length - 1, place.at + by))
      return go()
    },
    leave: () => void (place.isOn = false),
    end: () => void Object.assign(place, { piece: 0, at: 0, isOn: false }),
  }
}
