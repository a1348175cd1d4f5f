import { ref } from 'vue'

import { keep, keptJson } from './kept'

const KEY = 'folds'

function known(): string[] {
  const found = keptJson(KEY)
  return Array.isArray(found) ? found.filter((name): name is string => typeof name === 'string') : []
}

const open = ref(new Set(known()))

/** Which folds somebody has opened on this machine; they stay so. */
export function useFolds() {
  function set(name: string, isOpen: boolean): void {
    if (open.value.has(name) === isOpen) return
    const next = new Set(open.value)
    if (isOpen) next.add(name)
    else next.delete(name)
    open.value = next
    keep(KEY, JSON.stringify([...next].sort()))
  }
  return { isOpen: (name: string) => open.value.has(name), set }
}
