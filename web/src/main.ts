import '@fontsource-variable/atkinson-hyperlegible-mono'
import '@fontsource-variable/atkinson-hyperlegible-next'
import './theme/tokens.css'
import './theme/base.css'
import './kit/kit.css'

import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import PrimeVue from 'primevue/config'
import { createApp } from 'vue'

import App from './App.vue'
import { Refused } from './api/client'
import { router } from './router'
import { WorkshopPreset } from './theme/preset'

const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      refetchOnWindowFocus: 'always', // another window may have changed things meanwhile
      networkMode: 'always', // the studio is on this machine; being offline says nothing about it
      retry: (count, error) => !(error instanceof Refused) && count < 2,
      retryDelay: 600,
    },
    mutations: { networkMode: 'always' },
  },
})

createApp(App)
  .use(createPinia())
  .use(router)
  .use(VueQueryPlugin, { queryClient })
  .use(PrimeVue, {
    theme: {
      preset: WorkshopPreset,
      options: { darkModeSelector: '.dark', cssLayer: { name: 'controls', order: 'controls' } },
    },
  })
  .mount('#app')
