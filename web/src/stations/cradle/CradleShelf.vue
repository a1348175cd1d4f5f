<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'

import { api, request } from '../../api/client'
import type { Cradle, Piece } from '../../api/types'
import { usePiece } from '../../composables/usePiece'
import { localNow } from '../../logic/localTime'

/** The cradle's place on the shelf, and whether this charge fitted it. */
const props = defineProps<{ piece: Piece; shelved?: Cradle }>()
const context = usePiece()
const queries = useQueryClient()
const said = ref('')

let queue: Promise<void> = Promise.resolve() // a quick hand presses twice: one after the other
function run(work: () => Promise<Cradle>, done: (cradle: Cradle) => string) {
  queue = queue.then(async () => {
    try {
      const found = await work()
      await Promise.all([queries.invalidateQueries({ queryKey: ['cradles'] }), context.query.refetch()])
      said.value = done(found)
    } catch (error) {
      said.value = (error as Error).message
    }
  })
}
const shelve = () =>
  run(
    () =>
      request(api.POST('/api/cradles', { body: { piece_id: props.piece.id, stage: props.piece.stage_key } })),
    (found) => `${found.name} is on the shelf.`,
  )
const remember = (how: 'fitted' | 'short' | 'over') =>
  run(
    () =>
      request(
        api.POST('/api/pieces/{piece_id}/fitted', {
          params: { path: { piece_id: props.piece.id } },
          body: { how, on: localNow(new Date()).slice(0, 10), stage: props.piece.stage_key },
        }),
      ),
    () => 'Written down with this cradle.',
  )
</script>

<template>
  <section class="shelf" aria-label="Shelf">
    <p>
      <button type="button" class="text-button" @click="shelve">
        {{ shelved ? 'Bring the shelf up to date' : 'Keep it on the shelf' }}
      </button>
      <RouterLink v-if="shelved" class="text-button" :to="{ name: 'cradles', query: { open: shelved.id } }"
        >Release, fillings, photograph</RouterLink
      >
    </p>
    <p v-if="piece.plan.traits.is_filled">
      <span class="small">This charge</span>
      <button type="button" class="text-button" @click="remember('fitted')">fitted</button>
      <button type="button" class="text-button" @click="remember('short')">was short</button>
      <button type="button" class="text-button" @click="remember('over')">ran over</button>
    </p>
    <span class="small" role="status">{{ said }}</span>
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
