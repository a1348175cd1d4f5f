import { onBeforeUnmount, onMounted } from 'vue'

/** True where letters are being typed: shortcuts keep out of there. */
export function isTyping(target: EventTarget | null): boolean {
  const element = target as HTMLElement | null
  return !!element?.closest?.('input, textarea, select, [contenteditable="true"], [role="combobox"]')
}

/** Keys by name: `u`, `?`, `Ctrl+z`, `Ctrl+Shift+z`. A handler may return false to let the key through. */
export function useShortcuts(keys: Record<string, (event: KeyboardEvent) => unknown>): void {
  const listen = (event: KeyboardEvent) => {
    if (event.altKey || event.defaultPrevented || isTyping(event.target)) return
    if (document.querySelector('.p-dialog-mask')) return
    const command = event.ctrlKey || event.metaKey
    const name = command
      ? `Ctrl+${event.shiftKey ? 'Shift+' : ''}${event.key.toLowerCase()}`
      : event.key.length === 1
        ? event.key.toLowerCase()
        : event.key
    const handler = keys[name]
    if (handler && handler(event) !== false) event.preventDefault()
  }
  onMounted(() => window.addEventListener('keydown', listen))
  onBeforeUnmount(() => window.removeEventListener('keydown', listen))
}
