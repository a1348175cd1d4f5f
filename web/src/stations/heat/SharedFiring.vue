<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, request } from '../../api/client'
import type { Piece } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { ActionButton } from '../../kit/ActionButton'
import ChoiceField from '../../kit/ChoiceField.vue'
import { useAction } from '../../kit/useAction'
import { usePreferences } from '../../composables/usePreferences'
import { usePiece } from '../../composables/usePiece'
import { keyOf } from '../../kit/keys'

/** Who else is in this firing; what is shared is undone here, so that undoing one piece never moves another. */
const props = defineProps<{ piece: Piece }>()
const context = usePiece()
const others = computed(() => props.piece.firing.shared_with)

const WORDS = { good: '✓ Good', short: '▲ Short', over: '▲ Over', unsafe: '■ Not so' } as const
const preferences = usePreferences()
const firings = useQuery({
  queryKey: computed(() => keyOf('firings', props.piece.version)),
  queryFn: () => request(api.GET('/api/firings')),
})
const options = computed(() => [
  { key: 0, name: 'alone' },
  ...(firings.data.value?.rows ?? [])
    .filter((f) => f.id !== props.piece.firing.id || others.value.length)
    .filter((f) => f.id === props.piece.firing.id || !f.pieces.includes(props.piece.name))
    .map((f) => ({
      key: f.id,
      name: `with ${f.pieces.filter((n) => n !== props.piece.name).join(', ')}, ${f.kiln}, ${preferences.pick(f.starts).text}`,
    })),
])
const at = () => ({ params: { path: { piece_id: props.piece.id } } })
const body = () => ({ version: context.version(), stage: props.piece.stage_key })

const { act, trouble } = useAction((one: { work: () => Promise<unknown>; why: string }) => one.work(), {
  scope: context.scope,
  done: (next, one) => context.take(next, one.why),
  conflict: () => context.query.refetch(),
})
const step = (which: 'undo' | 'redo') =>
  act({
    work: () => request(api.POST(`/api/pieces/{piece_id}/firing/${which}`, { ...at(), body: body() })),
    why: `${which === 'undo' ? 'undone' : 'done again'} for the firing`,
  })
const join = (id: number) =>
  act({
    work: () =>
      request(
        api.POST('/api/pieces/{piece_id}/firing/join', {
          ...at(),
          body: { ...body(), firing_id: id || null },
        }),
      ),
    why: id ? 'fired together' : 'fired alone',
  })
</script>

<template>
  <ChoiceField
    v-if="options.length > 1"
    label="Fired"
    :value="others.length ? piece.firing.id : 0"
    :options="options"
    @choose="(id: number) => join(id)"
  />
  <p class="small">
    <RouterLink :to="{ name: 'firing', params: { id: piece.firing.id } }"
      >The firing, and what lies in it</RouterLink
    >
  </p>
  <div v-if="others.length" class="shared small">
    <span>In the same firing: {{ others.join(', ') }}. Kiln, start and steps by hand hold for all.</span>
    <span class="acts">
      <ActionButton
        :disabled="!piece.firing.undoes"
        :title="piece.firing.undoes ?? 'Nothing to undo'"
        @click="step('undo')"
      >
        Undo for the firing
      </ActionButton>
      <ActionButton
        :disabled="!piece.firing.redoes"
        :title="piece.firing.redoes ?? 'Nothing to redo'"
        @click="step('redo')"
      >
        Redo
      </ActionButton>
    </span>
    <p v-if="piece.firing.load">
      <b>{{ WORDS[piece.firing.load.word] }}</b> <MessageText :said="piece.firing.load.says" />
    </p>
    <span v-if="trouble" role="alert">✕ {{ trouble }}</span>
  </div>
</template>

<style scoped>
.shared {
  display: grid;
  gap: var(--s1);
  border-left: var(--edge) solid var(--ink);
  padding-left: var(--s3);
}

.acts {
  display: flex;
  gap: var(--s4);
}
</style>
