<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import Select from 'primevue/select'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'

import { api, request } from '../../api/client'
import { STAGE } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'
import { keyOf, useFetched } from '../../kit/keys'
import { useAction } from '../../kit/useAction'

/** Send what came out into a piece, as an edit like any other. */
type Send = { label: string; changes: unknown[][] }

const props = defineProps<{
  sends: Send[]
  pieceId: number | null
  stage: string
}>()
const preferences = usePreferences()
const router = useRouter()
const { refresh, forget } = useFetched()
const chosen = ref<number | null>(props.pieceId)
const pieces = useQuery({
  queryKey: keyOf('pieces', '', 0, false),
  queryFn: () => request(api.GET('/api/pieces', { params: { query: { search: '' } } })),
})
const options = computed(() =>
  (pieces.data.value?.rows ?? []).map((row) => ({ key: row.id, name: row.name })),
)

const sending = useAction(
  async (one: Send) => {
    const id = chosen.value
    if (!id) throw new Error('Choose a piece first.')
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
    return id
  },
  {
    done: (id, one) => {
      forget(keyOf('piece', id))
      void refresh('pieces')
      const station = String(one.changes[0]?.[0]).split('.')[0]
      return router.push({
        name: 'piece',
        params: { id, station },
        query: id === props.pieceId && props.stage ? { stage: props.stage } : {},
      })
    },
  },
)
const { trouble: said } = sending
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
      @click="sending.act(sends[i]!)"
    />
    <span class="small" role="status">{{ said }}</span>
  </div>
</template>

<style scoped>
.send {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2) var(--s4);
  align-items: center;
  border-top: var(--line) solid var(--rule);
  padding-top: var(--s3);
}

.send .p-select {
  min-width: 14rem;
}
</style>
