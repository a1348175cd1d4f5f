<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import Button from 'primevue/button'
import Select from 'primevue/select'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'

import { api, request } from '../../api/client'
import { STAGE } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'

/** Send what came out into a piece, as an edit like any other. */
const props = defineProps<{
  sends: { label: string; changes: unknown[][] }[]
  pieceId: number | null
  stage: string
}>()
const preferences = usePreferences()
const router = useRouter()
const queries = useQueryClient()
const said = ref('')
const chosen = ref<number | null>(props.pieceId)
const pieces = useQuery({
  queryKey: ['pieces', '', 0, false],
  queryFn: () => request(api.GET('/api/pieces', { params: { query: { search: '' } } })),
})
const options = computed(() =>
  (pieces.data.value?.rows ?? []).map((row) => ({ key: row.id, name: row.name })),
)

async function send(which: number) {
  const one = props.sends[which]
  const id = chosen.value
  if (!one || !id) {
    said.value = 'Choose a piece first.'
    return
  }
  try {
    const path = { path: { piece_id: id } }
    const piece = await request(api.GET('/api/pieces/{piece_id}', { params: path }))
    await request(
      api.PATCH('/api/pieces/{piece_id}', {
        params: path,
        body: {
          version: piece.version,
          system: preferences.system,
          stage: id === props.pieceId ? props.stage : '',
          label: one.label,
          changes: one.changes.map(([to, value]) => ({ path: `${STAGE}.${to}`, value })),
        },
      }),
    )
    queries.removeQueries({ queryKey: ['piece', id] })
    void queries.invalidateQueries({ queryKey: ['pieces'] })
    const station = String(one.changes[0]?.[0]).split('.')[0]
    await router.push({
      name: 'piece',
      params: { id, station },
      query: id === props.pieceId && props.stage ? { stage: props.stage } : {},
    })
  } catch (error) {
    said.value = (error as Error).message
  }
}
</script>

<template>
  <div class="send">
    <Select
      v-model="chosen"
      :options="options"
      option-label="name"
      option-value="key"
      placeholder="into which piece"
      aria-label="Piece"
    />
    <Button
      v-for="(one, i) in sends"
      :key="one.label"
      variant="outlined"
      :label="`Send ${one.label} into the piece`"
      @click="send(i)"
    />
    <span class="small" role="status">{{ said }}</span>
  </div>
</template>

<style scoped>
.send {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}

.send .p-select {
  min-width: 14rem;
}
</style>
