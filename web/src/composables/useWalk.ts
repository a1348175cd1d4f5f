import { computed } from 'vue'
import { useRouter } from 'vue-router'

import { api, request } from '../api/client'
import { useFetched } from '../kit/keys'
import { useAction } from '../kit/useAction'
import { WALK } from '../logic/walk'
import { walkPlace as place } from './walkPlace'

/** The walk through one piece, on a copy of an example. */
export function useWalk() {
  const router = useRouter()
  const { refresh } = useFetched()
  const go = () => router.push(`/pieces/${place.piece}/${WALK[Math.min(place.at, WALK.length - 1)]!.at}`)
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
    at: computed(() => Math.min(place.at, WALK.length - 1)),
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
