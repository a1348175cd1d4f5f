import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, asked } from '../../api/client'

/** The processes of the trade, as choices; they come from the core. */
export function useProcesses() {
  const query = useQuery({
    queryKey: ['processes'],
    queryFn: () => asked(api.GET('/api/processes')),
    staleTime: Infinity,
  })
  const all = computed(() => query.data.value ?? [])
  const options = computed(() => all.value.map((p) => ({ key: p.key, name: p.name })))
  return { all, options }
}

export const ENTERS = [
  { key: 'auto', name: 'as usual for it' },
  { key: 'loose', name: 'loose pieces' },
  { key: 'frit', name: 'frit or powder' },
  { key: 'slab', name: 'a solid slab' },
  { key: 'relief', name: 'a fused blank with relief' },
  { key: 'pack', name: 'a pack under shelves' },
]
export const SUPPORTS = [
  { key: 'cradle', name: 'in or on its cradle' },
  { key: 'shelf', name: 'flat on the kiln shelf' },
  { key: 'posts', name: 'up on posts, both faces free' },
]
export const RELIEFS = [
  { key: 'none', name: 'flat' },
  { key: 'soft', name: 'soft relief' },
  { key: 'sharp', name: 'sharp relief' },
]
export const WETS = [
  { key: 'wet', name: 'wet' },
  { key: 'damp', name: 'damp' },
  { key: 'dry', name: 'bone dry' },
]
export const SOAKS = [
  { key: 'longer', name: 'the longer of both' },
  { key: 'thumb', name: 'rule of thumb' },
  { key: 'physics', name: 'heart and skin agree' },
]
export const LEAVES = [
  { key: 'bow', name: 'free to bow a hair' },
  { key: 'held', name: 'held flat by the mould' },
  { key: 'block', name: 'block, all faces free' },
  { key: 'free', name: 'both faces see the kiln' },
]
export const THERE = [
  { key: 'auto', name: 'if the process wants it' },
  { key: 'nobody', name: 'nobody' },
  { key: 'peek', name: 'somebody looks in' },
  { key: 'pour', name: 'somebody pours off' },
  { key: 'hot', name: 'a hot step' },
]
