<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { api, asked } from '../../api/client'
import type { Cradle } from '../../api/types'
import LoadState from '../../components/LoadState.vue'
import { usePreferences } from '../../composables/usePreferences'
import Thumbnail from '../../drawing/Thumbnail.vue'

const preferences = usePreferences()
const queries = useQueryClient()
const list = useQuery({ queryKey: ['cradles'], queryFn: () => asked(api.GET('/api/cradles')) })
const rows = computed(() => list.data.value ?? [])
const asking = ref<number | null>(null)
const trouble = ref('')
const METHODS: Record<string, string> = {
  shape: 'from its sizes',
  level: 'by the fall of a level',
  drained: 'by weighing water',
  trial: 'by trial glass',
}

async function discard(cradle: Cradle) {
  if (asking.value !== cradle.id) {
    asking.value = cradle.id
    return
  }
  try {
    await asked(api.DELETE('/api/cradles/{cradle_id}', { params: { path: { cradle_id: cradle.id } } }))
  } catch (error) {
    trouble.value = (error as Error).message
  }
  await queries.invalidateQueries({ queryKey: ['cradles'] })
}
</script>

<template>
  <section class="place">
    <header><h1>Cradles</h1></header>
    <p v-if="trouble" class="margin-note" role="alert">{{ trouble }}</p>
    <LoadState
      v-if="!list.data.value"
      :is-loading="list.isPending.value"
      :error="list.error.value"
      @again="list.refetch()"
    />
    <p v-else-if="!rows.length" class="empty">
      The shelf is empty. Measure a cradle in a piece, then choose “Keep this cradle on the shelf” there.
    </p>
    <ul v-else class="rows">
      <li v-for="cradle in rows" :key="cradle.id">
        <Thumbnail :outline="cradle" />
        <span class="name"
          ><b>{{ cradle.name }}</b
          ><span class="quiet small">{{ cradle.material }}</span></span
        >
        <span class="item"
          ><span class="quiet small">Holds, {{ METHODS[cradle.method] }}</span
          ><span class="figures"
            >{{ preferences.pick(cradle.holds).text }}
            <span class="quiet">{{
              preferences.pick(cradle.holds).plus_minus && `± ${preferences.pick(cradle.holds).plus_minus}`
            }}</span></span
          ></span
        >
        <span class="item"
          ><span class="quiet small">Casting line at</span
          ><span class="figures">{{ preferences.pick(cradle.line).text }}</span></span
        >
        <button type="button" class="text-button" @click="discard(cradle)" @blur="asking = null">
          {{ asking === cradle.id ? 'Yes, throw it out' : 'Throw out' }}
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped src="../place.css"></style>
<style scoped>
.rows {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: grid;
  grid-template-columns: 80px minmax(0, 1.4fr) minmax(0, 1fr) minmax(0, 0.7fr) auto;
  gap: 16px;
  align-items: center;
  padding: 10px 4px;
  border-bottom: 1px solid var(--rule);
}

.name,
.item {
  display: grid;
}

.name b {
  font-size: 1.08rem;
}

@media (max-width: 720px) {
  li {
    grid-template-columns: 76px minmax(0, 1fr);
  }

  li > :nth-child(n + 3) {
    grid-column: 2;
    justify-self: start;
  }
}
</style>
