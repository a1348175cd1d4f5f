<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, request } from '../../api/client'
import type { FormFit, Piece } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { keyOf } from '../../kit/keys'
import Fold from '../../kit/Fold.vue'
import { useFolds } from '../../kit/useFolds'

/** Which forms of the shelf this blank fits; request for when it is opened. */
const props = defineProps<{ piece: Piece }>()
const folds = useFolds()
const isOpen = computed(() => folds.isOpen('form-fits'))
const fits = useQuery({
  queryKey: computed(() => keyOf('fits', props.piece.id, props.piece.stage_key, props.piece.version)),
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
  <Fold name="form-fits" label="Which form does this blank fit?">
    <p v-if="fits.isFetching.value && !rows.length" class="small quiet">Looking along the shelf …</p>
    <p v-else-if="fits.error.value" class="margin-note" role="alert">{{ fits.error.value.message }}</p>
    <p v-else-if="isOpen && !rows.length" class="small">No form for slumping is on the shelf yet.</p>
    <ul v-else>
      <li v-for="row in rows" :key="row.id">
        <span aria-hidden="true">{{ MARKS[row.word] }}</span> <b>{{ row.name }}</b>:
        <MessageText :said="row.says" />
      </li>
    </ul>
  </Fold>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: var(--f3);
}

li {
  padding: var(--s1) 0;
}
</style>
