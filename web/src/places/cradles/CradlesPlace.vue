<script setup lang="ts">
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'

import { api, asked } from '../../api/client'
import type { Cradle } from '../../api/types'
import PageTurner from '../../components/PageTurner.vue'
import LoadState from '../../components/LoadState.vue'
import { usePreferences } from '../../composables/usePreferences'
import Thumbnail from '../../drawing/Thumbnail.vue'
import CradleSheet from './CradleSheet.vue'

const preferences = usePreferences()
const queries = useQueryClient()
const route = useRoute()
const search = ref('')
const material = ref('any')
const archived = ref(false)
const sort = ref<'name' | 'recent'>('name')
const open = ref<number | null>(Number(route.query.open) || null)
const trouble = ref('')

const choices = useQuery({
  queryKey: ['choices'],
  queryFn: () => asked(api.GET('/api/choices')),
  staleTime: Infinity,
})
const PAGE = 60
const offset = ref(0)
watch([search, material, archived, sort], () => (offset.value = 0))
const list = useQuery({
  queryKey: ['cradles', search, material, archived, sort, offset],
  queryFn: () =>
    asked(
      api.GET('/api/cradles', {
        params: {
          query: {
            search: search.value,
            material: material.value === 'any' ? '' : material.value,
            archived: archived.value,
            sort: sort.value,
            offset: offset.value,
            limit: PAGE,
          },
        },
      }),
    ),
  placeholderData: keepPreviousData,
})
const rows = computed(() => (list.data.value?.rows ?? []) as Cradle[])
const materials = computed(() => [
  { key: 'any', name: 'any material' },
  ...(choices.data.value?.materials ?? []),
])
const SORTS = [
  { key: 'name', name: 'by name' },
  { key: 'recent', name: 'last changed first' },
]
const METHODS: Record<string, string> = {
  shape: 'from its shape',
  level: 'by the fall of a level',
  drained: 'by weighing water',
  trial: 'by trial glass',
  model: 'by a model',
  last: 'by the last filling',
}
const fill = (cradle: Cradle) =>
  ((cradle.care.fills ?? []) as { mass: string; how: string }[]).find((f) => f.how === 'fitted')?.mass

async function act(work: () => Promise<unknown>) {
  trouble.value = ''
  try {
    await work()
  } catch (error) {
    trouble.value = (error as Error).message
  }
  await queries.invalidateQueries({ queryKey: ['cradles'] })
}
const path = (cradle: Cradle) => ({ path: { cradle_id: cradle.id } })
const copy = (cradle: Cradle) =>
  act(() => asked(api.POST('/api/cradles/{cradle_id}/copy', { params: path(cradle) })))
const away = (cradle: Cradle) =>
  act(() =>
    asked(
      api.POST('/api/cradles/{cradle_id}/away', {
        params: { ...path(cradle), query: { away: !cradle.is_archived } },
      }),
    ),
  )
</script>

<template>
  <section class="place">
    <header>
      <h1>Cradles</h1>
      <InputText v-model="search" placeholder="Find a cradle" aria-label="Find a cradle" maxlength="80" />
      <Select
        v-model="material"
        :options="materials"
        option-label="name"
        option-value="key"
        aria-label="Material"
      />
      <Select v-model="sort" :options="SORTS" option-label="name" option-value="key" aria-label="Order" />
      <button type="button" class="text-button" @click="archived = !archived">
        {{ archived ? 'On the shelf' : 'Put away' }}
      </button>
    </header>
    <p v-if="trouble" class="margin-note" role="alert">{{ trouble }}</p>
    <LoadState
      v-if="!list.data.value"
      :is-loading="list.isPending.value"
      :error="list.error.value"
      @again="list.refetch()"
    />
    <p v-else-if="!rows.length" class="empty">
      {{
        list.data.value.all
          ? 'No cradle like that here.'
          : archived
            ? 'Nothing is put away.'
            : 'The shelf is empty. Measure a cradle in a piece, then choose “Keep this cradle on the shelf” there.'
      }}
    </p>
    <ul v-else class="rows">
      <li v-for="cradle in rows" :key="cradle.id">
        <div class="line">
          <img
            v-if="cradle.photo_id"
            :src="`/api/photos/${cradle.photo_id}`"
            :alt="`Photograph of ${cradle.name}`"
          />
          <Thumbnail v-else :outline="cradle.outline" />
          <button
            type="button"
            class="plain-button name"
            :aria-expanded="open === cradle.id"
            @click="open = open === cradle.id ? null : cradle.id"
          >
            <b>{{ cradle.name }}</b>
            <span class="quiet small"
              >{{ cradle.material }}, {{ preferences.pick(cradle.wall).text }} wall</span
            >
            <span v-for="remark in cradle.remarks" :key="remark" class="remark">{{ remark }}</span>
          </button>
          <template v-if="!cradle.is_filled">
            <span class="item"
              ><span class="quiet small">Across</span
              ><span class="figures">{{ preferences.pick(cradle.across).text }}</span></span
            >
            <span class="item"
              ><span class="quiet small">Deep or high</span
              ><span class="figures">{{ preferences.pick(cradle.line).text }}</span></span
            >
          </template>
          <span v-if="cradle.is_filled" class="item"
            ><span class="quiet small">Holds, {{ METHODS[cradle.method] }}</span
            ><span class="figures"
              >{{ preferences.pick(cradle.holds).text }}
              <span class="quiet">{{
                preferences.pick(cradle.holds).plus_minus && `± ${preferences.pick(cradle.holds).plus_minus}`
              }}</span></span
            ></span
          >
          <span v-if="cradle.is_filled" class="item"
            ><span class="quiet small">{{ fill(cradle) ? 'Fill weight' : 'Casting line at' }}</span
            ><span class="figures">{{ fill(cradle) ?? preferences.pick(cradle.line).text }}</span></span
          >
          <span class="acts">
            <button
              type="button"
              class="text-button"
              :aria-label="`Copy ${cradle.name}`"
              @click="copy(cradle)"
            >
              Copy
            </button>
            <button
              type="button"
              class="text-button"
              :aria-label="`${cradle.is_archived ? 'Put back' : 'Put away'} ${cradle.name}`"
              @click="away(cradle)"
            >
              {{ cradle.is_archived ? 'Put back' : 'Put away' }}
            </button>
          </span>
        </div>
        <CradleSheet
          v-if="open === cradle.id && choices.data.value"
          :cradle="cradle"
          :choices="choices.data.value"
        />
      </li>
    </ul>
    <PageTurner
      v-model="offset"
      :count="list.data.value?.count ?? 0"
      :page="PAGE"
      before="Before"
      after="Further"
    />
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
  border-bottom: 1px solid var(--rule);
}

.line {
  display: grid;
  grid-template-columns: 80px minmax(0, 1.4fr) minmax(0, 1fr) minmax(0, 0.7fr) auto;
  gap: 16px;
  align-items: center;
  padding: 10px 4px;
}

img {
  width: 72px;
  height: 72px;
  object-fit: cover;
}

.name,
.item {
  display: grid;
}

.name b {
  font-size: 1.08rem;
}

.name:hover b {
  text-decoration: underline 1px dotted;
  text-underline-offset: 4px;
}

.remark {
  color: var(--note);
  font-size: 0.85rem;
}

.acts {
  display: flex;
  gap: 14px;
}

@media (max-width: 720px) {
  .line {
    grid-template-columns: 76px minmax(0, 1fr);
  }

  .line > :nth-child(n + 3) {
    grid-column: 2;
    justify-self: start;
  }
}
</style>
