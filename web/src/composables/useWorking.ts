import { inject, provide, ref, type InjectionKey, type Ref } from 'vue'

const KEY: InjectionKey<Ref<string>> = Symbol('working')

/** A page that shows workings: the key of the figure that is open, or ''. */
export function provideWorking(): Ref<string> {
  const working = ref('')
  provide(KEY, working)
  return working
}

/** Opens the working of a figure on the page one is on; where no page shows any, nothing happens. */
export function useWorking(): (key: string) => void {
  const working = inject(KEY, ref(''))
  return (key) => (working.value = key)
}
