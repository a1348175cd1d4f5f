type Store = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>

/** What this browser keeps; nothing where storage is switched off: then it lasts as long as the page. */
export function kept(key: string, store?: Pick<Store, 'getItem'>): string | null {
  try {
    return (store ?? localStorage).getItem(key)
  } catch {
    return null
  }
}

/** Keep a text under a key, or let it go; whether that could be done. */
export function keep(
  key: string,
  text: string | null,
  store?: Pick<Store, 'setItem' | 'removeItem'>,
): boolean {
  try {
    if (text === null) (store ?? localStorage).removeItem(key)
    else (store ?? localStorage).setItem(key, text)
    return true
  } catch {
    return false
  }
}

/** What was kept as JSON; undefined where nothing was, or somebody else has written something else there. */
export function keptJson(key: string, store?: Pick<Store, 'getItem'>): unknown {
  const text = kept(key, store)
  if (text === null) return undefined
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}
