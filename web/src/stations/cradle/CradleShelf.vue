<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'

import { api, request } from '../../api/client'
import type { Cradle, Piece } from '../../api/types'
import { useAction } from '../../composables/useAction'
import { usePiece } from '../../composables/usePiece'
import { localNow } from '../../logic/localTime'

/** The cradle's place on the shelf, and whether this charge fitted it. */
const props = defineProps<{ piece: Piece; shelved?: Cradle }>()
const context = usePiece()
const queries = useQueryClient()
const said = ref('')

const SCOPE = { scope: 'shelf' } // a quick hand presses twice: one after the other
async function written(words: string) {
  await Promise.all([queries.invalidateQueries({ queryKey: ['cradles'] }), context.query.refetch()])
  said.value = words
}
const shelving = useAction(
  () =>
    request(api.POST('/api/cradles', { body: { piece_id: props.piece.id, stage: props.piece.stage_key } })),
  { ...SCOPE, done: (found) => written(`${(found as Cradle).name} is on the shelf.`) },
)
const filling = useAction(
  (how: 'fitted' | 'short' | 'over') =>
    request(
      api.POST('/api/pieces/{piece_id}/fitted', {
        params: { path: { piece_id: props.piece.id } },
        body: { how, on: localNow(new Date()).slice(0, 10), stage: props.piece.stage_key },
      }),
    ),
  { ...SCOPE, done: () => written('Written down with this cradle.') },
)
</script>

<template>
  <section class="shelf" aria-label="Shelf">
    <p>
      <button type="button" class="text-button" @click="shelving.act()">
        {{ shelved ? 'Bring the shelf up to date' : 'Keep it on the shelf' }}
      </button>
      <RouterLink v-if="shelved" class="text-button" :to="{ name: 'cradles', query: { open: shelved.id } }"
        >Release, fillings, photograph</RouterLink
      >
    </p>
    <p v-if="piece.plan.traits.is_filled">
      <span class="small">This charge</span>
      <button type="button" class="text-button" @click="filling.act('fitted')">fitted</button>
      <button type="button" class="text-button" @click="filling.act('short')">was short</button>
      <button type="button" class="text-button" @click="filling.act('over')">ran over</button>
    </p>
    <span class="small" role="status">{{ shelving.trouble.value || filling.trouble.value || said }}</span>
  </section>
</template>

<style scoped>
.shelf p {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
}

a.text-button {
  text-decoration: none;
}
</style>
