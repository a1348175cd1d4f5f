<script setup lang="ts">
import { useQueries, useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import { computed, watchEffect } from 'vue'

import { api, request } from '../../api/client'
import type { NotebookPage } from '../../api/types'
import LoadState from '../../kit/LoadState.vue'
import PageSheet from './PageSheet.vue'
import { keyOf } from '../../kit/keys'

/** One page of the notebook, or two side by side; printed on one sheet. */
const props = defineProps<{ firings: number[] }>()
const pages = useQueries({
  queries: computed(() =>
    props.firings.map((firing) => ({
      queryKey: keyOf('notebook', 'page', firing),
      queryFn: () =>
        request(api.GET('/api/notebook/pages/{firing_id}', { params: { path: { firing_id: firing } } })),
    })),
  ),
})
const rows = computed(() => pages.value.flatMap((p) => (p.data ?? []) as NotebookPage[]))
const isPending = computed(() => pages.value.some((p) => p.isPending))
const error = computed(() => pages.value.find((p) => p.error)?.error ?? null)
const cradle = computed(() => (props.firings.length === 1 ? (rows.value[0]?.cradle_id ?? null) : null))
const best = useQuery({
  queryKey: keyOf('notebook', 'best', cradle),
  queryFn: () =>
    request(
      api.GET('/api/notebook/best/{cradle_id}', { params: { path: { cradle_id: cradle.value ?? 0 } } }),
    ),
  enabled: computed(() => cradle.value !== null),
})
const better = computed(() => {
  const found = best.data.value?.best as NotebookPage | null | undefined
  return found && found.firing_id !== props.firings[0] ? found : null
})
const print = () => window.print()
watchEffect(
  () => (document.title = rows.value[0] ? `Notebook: ${rows.value[0].piece}` : 'Notebook · Cold Cradle'),
)
</script>

<template>
  <section class="pages">
    <nav class="bar">
      <RouterLink to="/notebook">All firings</RouterLink>
      <RouterLink
        v-if="better"
        :to="{ name: 'notebook-page', params: { firings: `${firings[0]},${better.firing_id}` } }"
        >Beside the best so far on this cradle</RouterLink
      >
      <Button label="Print" variant="outlined" size="small" @click="print" />
    </nav>
    <LoadState
      v-if="isPending || error"
      :is-loading="isPending"
      :error="error"
      @again="pages.forEach((p) => p.refetch())"
    />
    <p v-else-if="!rows.length">There is no such page: this firing was never begun.</p>
    <div v-else class="sheets" :class="{ two: rows.length > 1 }">
      <PageSheet
        v-for="(row, i) in rows"
        :key="`${row.firing_id}-${row.stage_id}`"
        :row="row"
        :other="rows.length === 2 ? rows[1 - i] : undefined"
      />
    </div>
  </section>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s3) var(--s5);
  align-items: center;
  padding-bottom: var(--s3);
}

.sheets {
  display: grid;
  gap: var(--s5) var(--s6);
}

.sheets.two {
  grid-template-columns: repeat(2, minmax(0, 1fr));
}

@media (max-width: 56em) {
  .sheets.two {
    grid-template-columns: minmax(0, 1fr);
  }
}

@media print {
  .bar {
    display: none;
  }
}
</style>
