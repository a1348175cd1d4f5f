<script setup lang="ts">
import { ref } from 'vue'

import { api, request } from '../../api/client'
import type { Cradle, Piece } from '../../api/types'
import { ActionButton } from '../../kit/ActionButton'
import { useAction } from '../../kit/useAction'
import { usePiece } from '../../composables/usePiece'
import { localNow } from '../../logic/localTime'
import { useFetched } from '../../kit/keys'

/** The cradle's place on the shelf, and whether this charge fitted it. */
const props = defineProps<{ piece: Piece; shelved?: Cradle }>()
const context = usePiece()
const { refresh } = useFetched()
const said = ref('')

const SCOPE = { scope: 'shelf' } // a quick hand presses twice: one after the other
async function written(words: string) {
  await Promise.all([refresh('cradles'), context.query.refetch()])
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
      <ActionButton @click="shelving.act()">
        {{ shelved ? 'Bring the shelf up to date' : 'Keep it on the shelf' }}
      </ActionButton>
      <RouterLink v-if="shelved" class="text-button" :to="{ name: 'cradles', query: { open: shelved.id } }"
        >Release, fillings, photograph</RouterLink
      >
    </p>
    <p v-if="piece.plan.traits.is_filled">
      <span class="small">This charge</span>
      <ActionButton @click="filling.act('fitted')">fitted</ActionButton>
      <ActionButton @click="filling.act('short')">was short</ActionButton>
      <ActionButton @click="filling.act('over')">ran over</ActionButton>
    </p>
    <span class="small" role="status">{{ shelving.trouble.value || filling.trouble.value || said }}</span>
  </section>
</template>

<style scoped>
.shelf p {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s1) var(--s4);
  align-items: baseline;
}
</style>
