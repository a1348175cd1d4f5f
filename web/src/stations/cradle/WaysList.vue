<script setup lang="ts">
import { computed } from 'vue'

import type { Piece } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { usePreferences } from '../../composables/usePreferences'
import { METHODS } from './methods'

/** Every way in which this cradle was measured, the one that counts first, and what they say together. */
const props = defineProps<{ piece: Piece }>()
const preferences = usePreferences()
const name = (method: string) => METHODS.find((m) => m.key === method)?.name ?? method
const ways = computed(() =>
  [...props.piece.plan.measured].sort((a, b) => Number(b.is_chosen) - Number(a.is_chosen)),
)
</script>

<template>
  <div v-if="ways.length > 1" class="ways">
    <p v-if="piece.plan.compared" class="margin-note"><MessageText :said="piece.plan.compared" /></p>
    <ul v-if="ways.length > 2" aria-label="All ways of measuring">
      <li v-for="way in ways" :key="way.method">
        <span>{{ name(way.method) }} <span v-if="way.is_chosen" class="quiet small">counts</span></span>
        <span class="figures"
          >{{ preferences.pick(way.shown).text }}
          <span class="quiet">{{
            preferences.pick(way.shown).plus_minus && `± ${preferences.pick(way.shown).plus_minus}`
          }}</span></span
        >
      </li>
    </ul>
  </div>
</template>

<style scoped>
.ways {
  display: grid;
  gap: var(--s2);
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: flex;
  justify-content: space-between;
  gap: var(--s3);
  padding: var(--s1) 0;
  border-bottom: var(--line) solid var(--rule);
  font-size: var(--f2);
}
</style>
