import { defineStore } from 'pinia'
import { computed, ref, watchEffect } from 'vue'

import type { DualQuantity, Formatted, Message, System } from '../api/types'
import { keep, kept } from '../kit/kept'

/** Units and theme: chosen once on this machine; the theme is the system’s until then. */
export const usePreferences = defineStore('preferences', () => {
  const system = ref<System>(kept('system') === 'us' ? 'us' : 'metric')
  // the system's until somebody chooses here
  const chosen = ref<string | null>(kept('chosen-theme'))
  const wish = window.matchMedia?.('(prefers-color-scheme: dark)')
  const systemIsDark = ref(!!wish?.matches)
  wish?.addEventListener?.('change', (event) => (systemIsDark.value = event.matches))
  const isDark = computed({
    get: () => (chosen.value ? chosen.value === 'dark' : systemIsDark.value),
    set: (dark: boolean) => keep('chosen-theme', (chosen.value = dark ? 'dark' : 'light')),
  })

  const isBig = ref(kept('big') === 'yes') // read with dusty glasses
  watchEffect(() => keep('system', system.value))
  watchEffect(() => {
    keep('big', isBig.value ? 'yes' : null)
    document.documentElement.classList.toggle('big', isBig.value)
  })
  watchEffect(() => {
    document.documentElement.classList.toggle('dark', isDark.value)
  })

  const pick = (shown: DualQuantity): Formatted => shown[system.value]
  const other = (shown: DualQuantity): Formatted => shown[system.value === 'metric' ? 'us' : 'metric']
  const said = (message: Message): string => message[system.value].replaceAll('**', '')
  const flip = () => (system.value = system.value === 'metric' ? 'us' : 'metric')
  return { system, isDark, isBig, pick, other, said, flip }
})
