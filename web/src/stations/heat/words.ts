export const SOAKS = [
  { key: 'longer', name: 'the longer of both' },
  { key: 'thumb', name: 'rule of thumb' },
  { key: 'physics', name: 'heart and skin agree' },
]
export const RESTRAINTS = [
  { key: 'bow', name: 'free to bow a hair' },
  { key: 'held', name: 'held flat by the mould' },
  { key: 'block', name: 'block, all faces free' },
  { key: 'free', name: 'both faces see the kiln' },
]
export const ATTENDANCES = [
  { key: 'auto', name: 'if the process wants it' },
  { key: 'nobody', name: 'nobody' },
  { key: 'peek', name: 'somebody looks in' },
  { key: 'pour', name: 'somebody pours off' },
  { key: 'hot', name: 'a hot step' },
]
