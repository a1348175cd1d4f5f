import { ref } from 'vue'

const KEY = 'folds'

function kept(): string[] {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]')
    return Array.isArray(found) ? found.filter((name): name is string => typeof name === 'string') : []
  } catch {
    return [] // storage is switched off, or holds something else: folds last as long as the page
  }
}

const open = ref(new Set(kept()))

/** Which folds somebody has opened on this machine; they stay so. */
export function useFolds() {
  function set(name: string, isOpen: boolean): void {
    if (open.value.has(name) === isOpen) return
    const next = new Set(open.value)
    if (isOpen) next.add(name)
    else next.delete(name)
    open.value = next
    try {
      localStorage.setItem(KEY, JSON.stringify([...next].sort()))
    } catch {
      /* as above */
    }
  }
  return { isOpen: (name: string) => open.value.has(name), set }
}
