import { computed, inject, type ComputedRef, type InjectionKey } from 'vue'

/** Whether whoever is here may look and print, and change nothing: fields are read then, not typed into. */
export const LOOKING: InjectionKey<ComputedRef<boolean>> = Symbol('looking')

export const useLooking = () => inject(LOOKING, () => computed(() => false), true)
