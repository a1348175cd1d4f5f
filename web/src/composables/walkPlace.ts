import { reactive, watchEffect } from 'vue'

import { keep, kept } from '../kit/kept'

const [piece, at, isOn] = (kept('walk') ?? '').split(',').map(Number)

/** Where somebody is in the walk on this machine: left at any time, taken up again where it was. */
export const walkPlace = reactive({ piece: piece || 0, at: at || 0, isOn: !!isOn })
watchEffect(() =>
  keep('walk', walkPlace.piece ? [walkPlace.piece, walkPlace.at, +walkPlace.isOn].join() : null),
)
