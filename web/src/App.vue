<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, request, Refused } from './api/client'
import KeysDialog from './components/KeysDialog.vue'
import LoadState from './components/LoadState.vue'
import NavBar from './components/NavBar.vue'
import { usePreferences } from './composables/usePreferences'
import { useShortcuts } from './composables/useShortcuts'
import SignIn from './places/SignIn.vue'

const route = useRoute()
const router = useRouter()
const preferences = usePreferences()
const showsKeys = ref(false)

const session = useQuery({
  queryKey: ['session'],
  queryFn: () => request(api.GET('/api/session')),
  staleTime: 60_000,
})

useShortcuts({
  '?': () => (showsKeys.value = true),
  u: preferences.flip,
  n: () => router.push({ name: 'pieces', query: { new: '1' } }),
  '/': () => router.push({ name: 'pieces', query: { find: String(Date.now()) } }),
})
</script>

<template>
  <RouterView v-if="route.name === 'card' || route.name === 'pattern'" />
  <div v-else class="shell">
    <a class="skip" href="#main">To the work</a>
    <NavBar :session="session.data.value" @keys="showsKeys = true" />
    <main id="main" tabindex="-1">
      <LoadState
        v-if="!session.data.value"
        :is-loading="session.isPending.value"
        :error="session.error.value"
        @again="session.refetch()"
      />
      <SignIn v-else-if="session.data.value.needs_owner" needs-owner />
      <RouterView
        v-else-if="session.data.value.is_signed_in || route.name === 'sign-in'"
        :key="
          route.name === 'piece'
            ? `piece-${route.params.id}-${route.query.stage ?? ''}`
            : route.name === 'sum'
              ? `sum-${route.params.sum}`
              : String(route.name)
        "
      />
      <div v-else class="signed-out">
        <h1>Sign in first</h1>
        <p v-if="session.error.value instanceof Refused">{{ session.error.value.message }}</p>
        <RouterLink :to="{ name: 'sign-in', query: { next: route.fullPath } }">Sign in</RouterLink>
      </div>
    </main>
    <KeysDialog v-model="showsKeys" />
  </div>
</template>

<style scoped>
.shell {
  display: grid;
  grid-template-columns: 124px minmax(0, 1fr);
  min-height: 100vh;
}

main {
  padding: 18px 24px 32px;
  outline: none;
  min-width: 0;
}

.skip {
  position: absolute;
  left: -999px;
}

.skip:focus {
  left: 8px;
  top: 8px;
  background: var(--sheet);
  padding: 8px;
  z-index: 10;
}

.signed-out {
  display: grid;
  gap: 12px;
}

@media (max-width: 720px) {
  .shell {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto 1fr;
  }

  main {
    padding: 12px 14px 40px;
  }
}

@media print {
  .shell {
    display: block;
  }
}
</style>
