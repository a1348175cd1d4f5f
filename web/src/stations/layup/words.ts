export const ENTERS = [
  { key: 'auto', name: 'as usual for it' },
  { key: 'loose', name: 'loose pieces' },
  { key: 'frit', name: 'frit or powder' },
  { key: 'slab', name: 'a solid slab' },
  { key: 'relief', name: 'a fused blank with relief' },
  { key: 'pack', name: 'a pack under shelves' },
]
export const SUPPORTS = [
  { key: 'auto', name: 'as usual for it' },
  { key: 'cradle', name: 'in or on its cradle' },
  { key: 'shelf', name: 'flat on the kiln shelf' },
  { key: 'posts', name: 'both faces free' },
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
export const GRIPS = [
  { key: 'even', name: 'not known' },
  { key: 'slides', name: 'slides in' },
  { key: 'held', name: 'grips its form' },
]
