import ToastEventBus from 'primevue/toasteventbus'
import { ref } from 'vue'

const LASTS_MS = 12_000

/** Whether anything was told yet: what shows it is loaded only then. */
export const isTelling = ref(false)
let isShown = false
let waiting: string[] = []

const show = (words: string) =>
  ToastEventBus.emit('add', { severity: 'warn', summary: words, life: LASTS_MS })

/** Said at the foot of the page for a moment: trouble that has no place of its own on it. */
export function tell(words: string): void {
  isTelling.value = true
  if (isShown) show(words)
  else waiting.push(words)
}

/** What shows it is there now. */
export function beginTelling(): void {
  isShown = true
  waiting.forEach(show)
  waiting = []
}
