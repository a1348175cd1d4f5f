<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, defineAsyncComponent, provide, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, request, Refused } from './api/client'
import LoadState from './kit/LoadState.vue'
import NavBar from './components/NavBar.vue'
import { walkPlace as walk } from './composables/walkPlace'
import { usePreferences } from './composables/usePreferences'
import { useShortcuts } from './composables/useShortcuts'
import { keyOf } from './kit/keys'
import { LOOKING } from './kit/looking'
import { beginTelling, isTelling } from './kit/notices'
import Meanings from './kit/Meanings.vue'

const Toast = defineAsyncComponent(() => import('primevue/toast'))
const KeysDialog = defineAsyncComponent(() => import('./components/KeysDialog.vue'))
const JoinPage = defineAsyncComponent(() => import('./places/JoinPage.vue'))
const WalkCard = defineAsyncComponent(() => import('./components/WalkCard.vue'))
const SignIn = defineAsyncComponent(() => import('./places/SignIn.vue'))
const route = useRoute()
const router = useRouter()
const preferences = usePreferences()
const showsKeys = ref(false)
const meanings = ref<InstanceType<typeof Meanings> | null>(null)

const session = useQuery({
  queryKey: keyOf('session'),
  queryFn: () => request(api.GET('/api/session')),
  staleTime: 60_000,
})

const isGuest = computed(() => session.data.value?.role === 'guest')
provide(LOOKING, isGuest)
// no ways to go before there is anywhere to go
const isBeginning = computed(() => route.name === 'begin' || !!session.data.value?.needs_owner)

useShortcuts({
  '?': () => (showsKeys.value = true),
  m: () => meanings.value?.tellAll(),
  u: preferences.flip,
  n: () => router.push({ name: 'pieces', query: { new: '1' } }),
  '/': () => router.push({ name: 'pieces', query: { find: String(Date.now()) } }),
})
</script>

<template>
  <RouterView v-if="route.name === 'card' || route.name === 'pattern'" />
  <div v-else class="shell" :class="{ alone: isBeginning }">
    <a class="skip" href="#main">To the work</a>
    <NavBar v-if="!isBeginning" :session="session.data.value" @keys="showsKeys = true" />
    <main id="main" tabindex="-1">
      <p v-if="isGuest" class="guest small quiet">
        You are a guest of {{ session.data.value?.studio }}: you may look and print, and change nothing.
      </p>
      <LoadState
        v-if="!session.data.value"
        :is-loading="session.isPending.value"
        :error="session.error.value"
        @again="session.refetch()"
      />
      <SignIn v-else-if="session.data.value.needs_owner" needs-owner />
      <JoinPage
        v-else-if="route.name === 'join'"
        :is-signed-in="session.data.value.is_signed_in && !session.data.value.is_demo"
      />
      <RouterView
        v-else-if="session.data.value.is_signed_in || route.name === 'sign-in'"
        :key="
          route.name === 'piece'
            ? `piece-${route.params.id}-${route.query.stage ?? ''}`
            : route.name === 'step'
              ? `step-${route.params.id}-${route.params.step}`
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
      <WalkCard v-if="walk.isOn && walk.piece && session.data.value?.is_signed_in" />
    </main>
    <KeysDialog v-if="showsKeys" v-model="showsKeys" />
    <Meanings ref="meanings" />
    <Toast v-if="isTelling" position="bottom-right" @vue:mounted="beginTelling" />
  </div>
</template>

<style scoped>
.shell.alone {
  grid-template-columns: minmax(0, 1fr);
}

.shell {
  display: grid;
  grid-template-columns: 7.75rem minmax(0, 1fr);
  min-height: 100vh;
}

main {
  padding: var(--s4) var(--s6) var(--s7);
  outline: none;
  min-width: 0;
}

.skip {
  position: absolute;
  left: calc(-1 * 62.5rem);
}

.skip:focus {
  left: var(--s2);
  top: var(--s2);
  background: var(--sheet);
  padding: var(--s2);
  z-index: 10;
}

.signed-out {
  display: grid;
  gap: var(--s3);
}

@media (max-width: 45em) {
  .shell {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto 1fr;
  }

  main {
    padding: var(--s3) var(--s4) var(--s8);
  }
}

@media print {
  .shell {
    display: block;
  }
}
</style>
