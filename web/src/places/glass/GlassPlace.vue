<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'

import { api, request } from '../../api/client'
import type { Glass } from '../../api/types'
import { ActionButton } from '../../kit/ActionButton'
import LoadState from '../../kit/LoadState.vue'
import KindSheet from './KindSheet.vue'
import NewKind from './NewKind.vue'
import RackList from './RackList.vue'
import { keyOf } from '../../kit/keys'
import Making from '../../kit/Making.vue'

/** What is on the rack, jar by jar, and the kinds of glass it is made of. */
const archived = ref(false)
const search = ref('')
const isNew = ref(false)
const list = useQuery({
  queryKey: keyOf('glass', archived),
  queryFn: () => request(api.GET('/api/glass', { params: { query: { archived: archived.value } } })),
})
const choices = useQuery({
  queryKey: keyOf('choices'),
  queryFn: () => request(api.GET('/api/choices')),
  staleTime: Infinity,
})
const stocked = (kind: Glass) => Math.sign(kind.items)
// what is on the rack comes first
const kinds = computed(() =>
  ([...(list.data.value ?? [])] as Glass[])
    .filter((kind) => kind.name.toLowerCase().includes(search.value.trim().toLowerCase()))
    .sort((a, b) => stocked(b) - stocked(a)),
)
</script>

<template>
  <section class="place">
    <header>
      <h1>Glass</h1>
      <Making
        ><Button v-if="!isNew" class="new" label="New kind of glass" variant="outlined" @click="isNew = true"
      /></Making>
    </header>
    <NewKind v-if="isNew" @done="isNew = false" />
    <LoadState
      v-if="!list.data.value || !choices.data.value"
      :is-loading="list.isPending.value || choices.isPending.value"
      :error="list.error.value ?? choices.error.value"
      @again="(list.refetch(), choices.refetch())"
    />
    <template v-else>
      <RackList :kinds="list.data.value as Glass[]" :choices="choices.data.value" />
      <div class="heading">
        <h2>Kinds</h2>
        <InputText v-model="search" placeholder="Find a kind" aria-label="Find a kind" maxlength="60" />
        <ActionButton @click="archived = !archived">
          {{ archived ? 'Kinds in use' : 'Put away' }}
        </ActionButton>
      </div>
      <p v-if="!kinds.length" class="empty">{{ archived ? 'Nothing is put away.' : 'No kind like that.' }}</p>
      <ul class="kinds">
        <li v-for="kind in kinds" :key="kind.id"><KindSheet :kind="kind" /></li>
      </ul>
    </template>
  </section>
</template>

<style scoped src="../place.css"></style>
<style scoped>
.new {
  margin-left: auto;
}

.heading {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2) var(--s5);
  align-items: center;
  border-bottom: var(--line) solid var(--ink);
  padding: var(--s4) 0 var(--s2);
}

h2 {
  font-size: var(--f4);
}

.kinds {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 26rem), 1fr));
  gap: var(--s6) var(--s7);
}
</style>
