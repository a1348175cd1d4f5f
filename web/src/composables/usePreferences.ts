import { defineStore } from 'pinia'
import { ref, watchEffect } from 'vue'

import type { Shown, System, Words } from '../api/types'

function kept(key: string): string | null {
  try {
    return localStorage.getItem(key)
  } catch {
    return null // storage is switched off: preferences last as long as the page
  }
}

function keep(key: string, value: string): void {
  try {
    localStorage.setItem(key, value)
  } catch {
    /* as above */
  }
}

/** Units and theme: chosen once on this machine. */
export const usePreferences = defineStore('preferences', () => {
  const system = ref<System>(kept('system') === 'us' ? 'us' : 'metric')
  const isDark = ref(kept('theme') === 'dark')

  watchEffect(() => keep('system', system.value))
  watchEffect(() => {
    keep('theme', isDark.value ? 'dark' : 'light')
    document.documentElement.classList.toggle('dark', isDark.value)
  })

  const pick = (shown: Shown): Words => shown[system.value]
  const other = (shown: Shown): Words => shown[system.value === 'metric' ? 'us' : 'metric']
  const flip = () => (system.value = system.value === 'metric' ? 'us' : 'metric')
  return { system, isDark, pick, other, flip }
})
