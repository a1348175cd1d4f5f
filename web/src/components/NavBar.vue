<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, request } from '../api/client'
import { usePreferences } from '../composables/usePreferences'
import { PLACES } from '../router'

defineProps<{ session?: { name: string; is_signed_in: boolean; is_demo: boolean; is_owner: boolean } }>()
defineEmits<{ keys: [] }>()

const route = useRoute()
const router = useRouter()
const preferences = usePreferences()
const queries = useQueryClient()
// on a phone one line: places, units and light wait behind a word
const isOpen = ref(false)
watch(
  () => route.fullPath,
  () => (isOpen.value = false),
)

const isAt = (name: string) =>
  route.name === name ||
  (name === 'pieces' && ['piece', 'bench'].includes(String(route.name))) ||
  (name === 'sums' && route.name === 'sum') ||
  (name === 'notebook' && route.name === 'notebook-page')

async function signOut() {
  try {
    await request(api.DELETE('/api/session'))
  } catch {
    return // still signed in; the next thing that is request for says why
  }
  queries.clear()
  await router.push({ name: 'sign-in' })
}
</script>

<template>
  <header class="spine" :class="{ open: isOpen }">
    <RouterLink class="mark" to="/pieces">
      <svg viewBox="0 0 46 24" width="46" height="24" aria-hidden="true">
        <path d="M7 8c6-4 26-4 32 0-2 7-8 11-16 11S9 15 7 8z" fill="var(--glass)" />
        <path d="M2 3c0 12 9 19 21 19S44 15 44 3" fill="none" stroke="var(--ink)" stroke-width="2.4" />
      </svg>
      <span>Cold Cradle</span>
    </RouterLink>
    <button type="button" class="plain-button menu" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      {{ isOpen ? 'Close' : 'Menu' }}
    </button>
    <nav aria-label="Places">
      <RouterLink
        v-for="place in PLACES"
        :key="place.name"
        :to="place.path"
        :class="{ here: isAt(place.name) }"
        :aria-current="isAt(place.name) ? 'page' : undefined"
        >{{ place.title }}</RouterLink
      >
    </nav>
    <div class="foot">
      <button type="button" class="plain-button units" title="Change units" @click="preferences.flip()">
        <span :class="{ on: preferences.system === 'metric' }">mm · g · °C</span>
        <span :class="{ on: preferences.system === 'us' }">in · oz · °F</span>
      </button>
      <div class="pair">
        <button type="button" class="plain-button" @click="preferences.isDark = !preferences.isDark">
          {{ preferences.isDark ? 'Light' : 'Dark' }}
        </button>
        <button type="button" class="plain-button keys" @click="$emit('keys')">Keys <kbd>?</kbd></button>
      </div>
      <span v-if="session?.is_signed_in" class="who">{{ session.name }}</span>
      <a
        v-if="session?.is_owner"
        class="keep"
        href="/api/studio/backup"
        download
        title="The whole studio in one file. ./run restore FILE brings it back."
        >Keep a copy</a
      >
      <button
        v-if="session?.is_signed_in && !session.is_demo"
        type="button"
        class="plain-button"
        @click="signOut"
      >
        Sign out
      </button>
    </div>
  </header>
</template>

<style scoped>
.spine {
  border-right: 1px solid var(--rule);
  padding: 22px 8px 16px 18px;
  display: flex;
  flex-direction: column;
  position: sticky;
  top: 0;
  height: 100vh;
}

.mark {
  display: grid;
  gap: 8px;
  font-weight: 700;
  font-size: 1.05rem;
  line-height: 1.1;
  text-decoration: none;
  width: min-content;
}

nav {
  margin-top: 26px;
  display: grid;
}

nav a {
  color: var(--ink-quiet);
  text-decoration: none;
  padding: 7px 0;
  position: relative;
}

nav a.here {
  color: var(--ink);
  font-weight: 650;
}

nav a.here::before {
  content: '';
  position: absolute;
  left: -18px;
  top: 8px;
  bottom: 8px;
  width: 5px;
  background: var(--ink);
}

.foot {
  margin-top: auto;
  display: grid;
  gap: 6px;
  font-size: 0.8rem;
  color: var(--ink-quiet);
}

.foot button {
  min-height: 24px;
}

.keep {
  color: inherit;
}

.units {
  display: grid;
}

.units .on {
  font-weight: 700;
  color: var(--ink);
}

.pair {
  display: flex;
  gap: 14px;
}

kbd {
  font-family: var(--mono);
}

.menu {
  display: none;
}

@media (max-width: 720px) {
  .menu {
    display: block;
    margin-left: auto;
    min-height: 40px;
    padding-left: 20px;
  }

  .spine:not(.open) nav,
  .spine:not(.open) .foot {
    display: none;
  }

  .spine {
    position: static;
    height: auto;
    flex-flow: row wrap;
    align-items: center;
    gap: 0 14px;
    padding: 0 14px;
    border-right: 0;
    border-bottom: 1px solid var(--rule);
  }

  .mark {
    display: flex;
    width: auto;
    align-items: center;
    font-size: 0.95rem;
  }

  .mark svg {
    width: 30px;
  }

  nav {
    margin: 0;
    order: 3;
    width: 100%;
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
  }

  nav a {
    padding: 9px 0;
    min-height: 40px;
  }

  nav a.here {
    border-bottom: 3px solid var(--ink);
  }

  nav a.here::before,
  .keys,
  .keep,
  .who {
    display: none;
  }

  .foot {
    margin: 0;
    order: 4;
    width: 100%;
    display: flex;
    gap: 16px;
    align-items: center;
  }

  .foot button {
    min-height: 40px;
  }
}

@media print {
  .spine {
    display: none;
  }
}
</style>
