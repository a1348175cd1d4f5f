<script setup lang="ts">
import Button from 'primevue/button'
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'

import { api, request } from '../../api/client'
import type { Cradle } from '../../api/types'
import { ActionButton } from '../../kit/ActionButton'
import PageTurner from '../../kit/PageTurner.vue'
import LoadState from '../../kit/LoadState.vue'
import CradleRow from './CradleRow.vue'
import CradleSheet from './CradleSheet.vue'
import { keyOf, useFetched } from '../../kit/keys'
import { useAction } from '../../kit/useAction'
import EmptyPlace from '../../kit/EmptyPlace.vue'

const { refresh } = useFetched()
const route = useRoute()
const search = ref('')
const material = ref('any')
const archived = ref(false)
const sort = ref<'name' | 'recent'>('name')
const open = ref<number | null>(Number(route.query.open) || null)

const choices = useQuery({
  queryKey: keyOf('choices'),
  queryFn: () => request(api.GET('/api/choices')),
  staleTime: Infinity,
})
const PAGE = 60
const offset = ref(0)
watch([search, material, archived, sort], () => (offset.value = 0))
const list = useQuery({
  queryKey: keyOf('cradles', search, material, archived, sort, offset),
  queryFn: () =>
    request(
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

const acting = useAction((work: () => Promise<unknown>) => work(), { ended: () => refresh('cradles') })
const { act, trouble } = acting
const path = (cradle: Cradle) => ({ path: { cradle_id: cradle.id } })
const copy = (cradle: Cradle) =>
  act(() => request(api.POST('/api/cradles/{cradle_id}/copy', { params: path(cradle) })))
const away = (cradle: Cradle) =>
  act(() =>
    request(
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
      <ActionButton @click="archived = !archived">
        {{ archived ? 'On the shelf' : 'Put away' }}
      </ActionButton>
    </header>
    <p v-if="trouble" class="margin-note" role="alert">{{ trouble }}</p>
    <LoadState
      v-if="!list.data.value"
      :is-loading="list.isPending.value"
      :error="list.error.value"
      @again="list.refetch()"
    />
    <EmptyPlace v-else-if="!rows.length && !list.data.value.all && !archived" draws="cradle">
      The shelf is empty. Measure a cradle in a piece, then choose “Keep it on the shelf” there.
      <template #act
        ><Button as="router-link" :to="{ name: 'pieces', query: { new: '1' } }" label="New piece"
      /></template>
    </EmptyPlace>
    <p v-else-if="!rows.length" class="empty">
      {{ list.data.value.all ? 'No cradle like that here.' : 'Nothing is put away.' }}
    </p>
    <ul v-else class="rows">
      <li v-for="cradle in rows" :key="cradle.id" :class="{ open: open === cradle.id }">
        <CradleRow
          :cradle="cradle"
          :is-open="open === cradle.id"
          @open="open = open === cradle.id ? null : cradle.id"
          @copy="copy(cradle)"
          @away="away(cradle)"
        />
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
li {
  border-bottom: var(--line) solid var(--rule);
}
</style>
