<script setup lang="ts">
import { ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, request } from '../api/client'
import type { Session } from '../api/types'
import { usePreferences } from '../composables/usePreferences'
import { ActionButton } from '../kit/ActionButton'
import { PLACES } from '../router'
import { useFetched } from '../kit/keys'
import { useAction } from '../kit/useAction'

defineProps<{ session?: Session }>()
defineEmits<{ keys: [] }>()

const route = useRoute()
const router = useRouter()
const preferences = usePreferences()
const { forgetAll } = useFetched()
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

const signingOut = useAction(() => request(api.DELETE('/api/session')), {
  isTold: true,
  done: async () => {
    forgetAll()
    await router.push({ name: 'sign-in' })
  },
})
</script>

<template>
  <header class="spine" :class="{ open: isOpen }">
    <RouterLink class="mark" to="/today">
      <svg viewBox="0 0 46 24" width="46" height="24" aria-hidden="true">
        <path d="M7 8c6-4 26-4 32 0-2 7-8 11-16 11S9 15 7 8z" fill="var(--glass)" />
        <path d="M2 3c0 12 9 19 21 19S44 15 44 3" fill="none" stroke="var(--ink)" stroke-width="2.4" />
      </svg>
      <span>Cold Cradle</span>
    </RouterLink>
    <ActionButton look="plain" class="menu" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      {{ isOpen ? 'Close' : 'Menu' }}
    </ActionButton>
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
      <ActionButton look="plain" class="units" title="Change units" @click="preferences.flip()">
        <span :class="{ on: preferences.system === 'metric' }">mm · g · °C</span>
        <span :class="{ on: preferences.system === 'us' }">in · oz · °F</span>
      </ActionButton>
      <div class="pair">
        <ActionButton look="plain" @click="preferences.isDark = !preferences.isDark">
          {{ preferences.isDark ? 'Light' : 'Dark' }}
        </ActionButton>
        <ActionButton look="plain" class="keys" @click="$emit('keys')">Keys <kbd>?</kbd></ActionButton>
      </div>
      <div class="pair">
        <ActionButton
          look="plain"
          title="Text a quarter larger, to be read from farther away"
          :aria-pressed="preferences.isBig"
          @click="preferences.isBig = !preferences.isBig"
        >
          {{ preferences.isBig ? 'Smaller' : 'Bigger' }}
        </ActionButton>
        <RouterLink to="/words" class="words">Words</RouterLink>
      </div>
      <RouterLink
        v-if="session?.is_signed_in"
        to="/studio"
        class="words"
        title="People, names, all of it in one file"
      >
        {{ session.studio || session.name }}
      </RouterLink>
      <ActionButton v-if="session?.is_signed_in && !session.is_demo" look="plain" @click="signingOut.act()">
        Sign out
      </ActionButton>
    </div>
  </header>
</template>

<style scoped>
.spine {
  border-right: var(--line) solid var(--rule);
  padding: var(--s5) var(--s2) var(--s4) var(--s4);
  display: flex;
  flex-direction: column;
  position: sticky;
  top: 0;
  height: 100vh;
}

.mark {
  display: grid;
  gap: var(--s2);
  font-weight: 700;
  font-size: var(--f3);
  line-height: 1.1;
  text-decoration: none;
  width: min-content;
}

nav {
  margin-top: var(--s6);
  display: grid;
}

nav a {
  color: var(--ink-quiet);
  text-decoration: none;
  padding: var(--s2) 0;
  position: relative;
}

nav a.here {
  color: var(--ink);
  font-weight: 650;
}

nav a.here::before {
  content: '';
  position: absolute;
  left: calc(-1 * var(--s4));
  top: var(--s2);
  bottom: var(--s2);
  width: var(--s1);
  background: var(--ink);
}

.foot {
  margin-top: auto;
  display: grid;
  gap: var(--s2);
  font-size: var(--f2);
  color: var(--ink-quiet);
}

.foot button {
  min-height: var(--s6);
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
  gap: var(--s4);
}

.menu {
  display: none;
}

@media (max-width: 45em) {
  .menu {
    display: block;
    margin-left: auto;
    min-height: var(--s8);
    padding-left: var(--s5);
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
    gap: 0 var(--s4);
    padding: 0 var(--s4);
    border-right: 0;
    border-bottom: var(--line) solid var(--rule);
  }

  .mark {
    display: flex;
    width: auto;
    align-items: center;
    font-size: var(--f3);
  }

  .mark svg {
    width: var(--s7);
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
    padding: var(--s2) 0;
    min-height: var(--s8);
  }

  nav a.here {
    border-bottom: var(--edge) solid var(--ink);
  }

  nav a.here::before,
  .keys {
    display: none;
  }

  .foot {
    margin: 0;
    order: 4;
    width: 100%;
    display: flex;
    gap: var(--s4);
    align-items: center;
  }

  .foot button {
    min-height: var(--s8);
  }
}

@media print {
  .spine {
    display: none;
  }
}
</style>
