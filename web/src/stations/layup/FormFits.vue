<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { api, request } from '../../api/client'
import type { FormFit, Piece } from '../../api/types'
import MessageText from '../../components/MessageText.vue'

/** Which forms of the shelf this blank fits; request for when it is opened. */
const props = defineProps<{ piece: Piece }>()
const isOpen = ref(false)
const fits = useQuery({
  queryKey: computed(() => ['fits', props.piece.id, props.piece.stage_key, props.piece.version]),
  queryFn: () =>
    request(
      api.GET('/api/pieces/{piece_id}/layup/fits', {
        params: { path: { piece_id: props.piece.id }, query: { stage: props.piece.stage_key } },
      }),
    ),
  enabled: isOpen,
  retry: false,
})
const rows = computed(() => (fits.data.value ?? []) as FormFit[])
const MARKS: Record<string, string> = { good: '✓', think: '▲', stop: '■' }
</script>

<template>
  <details @toggle="isOpen = ($event.target as HTMLDetailsElement).open">
    <summary>Which form does this blank fit?</summary>
    <p v-if="fits.isFetching.value && !rows.length" class="small quiet">Looking along the shelf …</p>
    <p v-else-if="fits.error.value" class="margin-note" role="alert">{{ fits.error.value.message }}</p>
    <p v-else-if="isOpen && !rows.length" class="small">No form for slumping is on the shelf yet.</p>
    <ul v-else>
      <li v-for="row in rows" :key="row.id">
        <span aria-hidden="true">{{ MARKS[row.word] }}</span> <b>{{ row.name }}</b>:
        <MessageText :said="row.says" />
      </li>
    </ul>
  </details>
</template>

<style scoped>
summary {
  min-height: 40px;
  padding-top: 9px;
  cursor: pointer;
  font-weight: 650;
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 0.94rem;
}

li {
  padding: 4px 0;
}
</style>
