<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import { api, request } from '../../api/client'
import type { NotebookPage } from '../../api/types'
import LoadState from '../../kit/LoadState.vue'
import PageTurner from '../../kit/PageTurner.vue'
import BenchLines from './BenchLines.vue'
import PageRow from './PageRow.vue'
import { keyOf } from '../../kit/keys'
import EmptyPlace from '../../kit/EmptyPlace.vue'

/** Every firing that was begun: found by any word, two of them laid side by side, all of it taken out. */
const PAGE = 20
const router = useRouter()
const search = ref('')
const wanted = ref('')
const offset = ref(0)
const chosen = ref<number[]>([])
let waiting: ReturnType<typeof setTimeout> | undefined
watch(search, (text) => {
  clearTimeout(waiting)
  waiting = setTimeout(() => {
    wanted.value = text
    offset.value = 0
  }, 150)
})
const list = useQuery({
  queryKey: keyOf('notebook', wanted, offset),
  queryFn: () =>
    request(api.GET('/api/notebook', { params: { query: { search: wanted.value, offset: offset.value } } })),
  placeholderData: keepPreviousData,
  refetchOnMount: 'always',
})
const shown = computed(() => list.data.value)
const rows = computed(() => (shown.value?.rows ?? []) as NotebookPage[])
function choose(firing: number) {
  chosen.value = chosen.value.includes(firing)
    ? chosen.value.filter((f) => f !== firing)
    : [...chosen.value, firing].slice(-2)
}
const compare = () => router.push({ name: 'notebook-page', params: { firings: chosen.value.join(',') } })
document.title = 'Notebook · Cold Cradle'
</script>

<template>
  <section class="place">
    <header>
      <h1>Notebook</h1>
      <label class="find"
        ><span class="visually-hidden">Find a firing</span>
        <InputText
          v-model="search"
          type="search"
          placeholder="Piece, glass, cradle, kiln, fault"
          maxlength="120"
        />
      </label>
      <Button
        v-if="chosen.length"
        :label="chosen.length === 2 ? 'Lay the two side by side' : 'Choose one more'"
        :disabled="chosen.length !== 2"
        @click="compare"
      />
      <a class="small" href="/api/notebook.csv" download>All as CSV</a>
      <a class="small" href="/api/notebook.json" download>All as JSON</a>
    </header>
    <LoadState
      v-if="!shown"
      :is-loading="list.isPending.value"
      :error="list.error.value"
      @again="list.refetch()"
    />
    <template v-else>
      <EmptyPlace v-if="!shown.all" draws="book">
        <strong>No firing has been begun yet.</strong> Begin one at the Fire station of a piece; it is written
        down here by itself.
        <template #act
          ><Button as="router-link" to="/pieces" label="To the pieces" variant="outlined"
        /></template>
      </EmptyPlace>
      <p v-else-if="!shown.count" class="empty">No firing has “{{ wanted }}” in it.</p>
      <p v-else class="small quiet">
        <span v-for="kiln in shown.kilns" :key="String(kiln.kiln)"
          >{{ kiln.kiln }}: {{ kiln.count }} fired, {{ kiln.faulty }} with a fault.&ensp;</span
        >
      </p>
      <ul class="rows">
        <PageRow
          v-for="row in rows"
          :key="`${row.firing_id}-${row.stage_id}`"
          :row="row"
          :is-chosen="chosen.includes(row.firing_id)"
          @choose="choose(row.firing_id)"
        />
      </ul>
      <BenchLines v-if="shown.bench.length" :rows="shown.bench" />
      <PageTurner v-model="offset" :count="shown.count" :page="PAGE" before="Newer" after="Older" />
    </template>
  </section>
</template>

<style scoped src="../place.css"></style>
<style scoped>
.find {
  margin-left: auto;
}

.find :deep(input) {
  width: 17rem;
}
</style>
