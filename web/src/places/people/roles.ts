/** What somebody may do in a studio, in words. */
export const ROLES = [
  { key: 'owner', name: 'everything' },
  { key: 'maker', name: 'all the work' },
  { key: 'guest', name: 'look and print' },
]
