<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import InputText from 'primevue/inputtext'
import { nextTick, ref } from 'vue'
import { useRouter } from 'vue-router'

import { api, request } from '../../api/client'
import type { Piece } from '../../api/types'
import { useAction } from '../../composables/useAction'
import { usePiece } from '../../composables/usePiece'

const props = defineProps<{ piece: Piece }>()
const context = usePiece()
const router = useRouter()
const queries = useQueryClient()
const isNaming = ref(false)
const showsActs = ref(false) // on a phone they wait behind a word
const name = ref('')
let began = ''
const field = ref<InstanceType<typeof InputText> | null>(null)

async function rename() {
  name.value = began = String(context.drafts.name?.value ?? props.piece.name)
  isNaming.value = true
  await nextTick()
  ;(field.value as unknown as { $el: HTMLInputElement } | null)?.$el.select()
}

function named(save: boolean) {
  if (!isNaming.value) return
  isNaming.value = false
  if (!save) context.forget('name')
  else if (name.value !== began && name.value.trim() !== props.piece.name)
    void context.change([{ path: 'name', value: name.value }], 'name')
}

const { act: putAway } = useAction(
  () =>
    request(
      api.POST('/api/pieces/{piece_id}/away', {
        params: { path: { piece_id: props.piece.id }, query: { away: !props.piece.is_put_away } },
      }),
    ),
  {
    done: async () => {
      const id = props.piece.id
      void queries.invalidateQueries({ queryKey: ['pieces'] })
      await router.push('/pieces')
      queries.removeQueries({ queryKey: ['piece', id] })
    },
    failed: (words) => (context.trouble.value = words),
  },
)
</script>

<template>
  <header>
    <InputText
      v-if="isNaming"
      ref="field"
      v-model="name"
      class="naming"
      aria-label="Name of the piece"
      maxlength="80"
      @blur="named(true)"
      @keydown.enter="named(true)"
      @keydown.esc.stop="named(false)"
    />
    <h1 v-else>
      <button type="button" class="plain-button" :title="'Rename'" @click="rename">{{ piece.name }}</button>
    </h1>
    <span v-if="context.drafts.name && !isNaming" class="fault" role="alert"
      >✕ {{ context.drafts.name.message }}</span
    >
    <button type="button" class="text-button more" :aria-expanded="showsActs" @click="showsActs = !showsActs">
      {{ showsActs ? 'Less' : 'More' }}
    </button>
    <div class="actions" :class="{ open: showsActs }">
      <button
        type="button"
        class="text-button"
        :disabled="!piece.undoes"
        :title="piece.undoes ? `Undo: ${piece.undoes}` : 'Nothing to undo'"
        @click="context.step('undo')"
      >
        Undo
      </button>
      <button
        type="button"
        class="text-button"
        :disabled="!piece.redoes"
        :title="piece.redoes ? `Redo: ${piece.redoes}` : 'Nothing to redo'"
        @click="context.step('redo')"
      >
        Redo
      </button>
      <RouterLink class="text-button" :to="{ name: 'card', params: { id: piece.id } }">Print card</RouterLink>
      <a class="text-button" :href="`/api/pieces/${piece.id}/document`" download>Save a copy</a>
      <button type="button" class="text-button" @click="putAway()">
        {{ piece.is_put_away ? 'Put back' : 'Put away' }}
      </button>
    </div>
  </header>
</template>

<style scoped>
header {
  display: flex;
  align-items: baseline;
  flex-wrap: wrap;
  gap: 4px 16px;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--rule);
}

h1 {
  font-size: 1.45rem;
}

h1 button {
  font-weight: inherit;
}

h1 button:hover {
  text-decoration: underline 1px dotted;
  text-underline-offset: 5px;
}

.naming {
  font-size: 1.3rem;
  font-weight: 650;
  min-width: min(22rem, 90vw);
}

.actions {
  margin-left: auto;
  display: flex;
  gap: 4px 18px;
  flex-wrap: wrap;
}

a.text-button {
  text-decoration: none;
  display: inline-flex;
  align-items: center;
}

.fault {
  color: var(--note);
  font-size: 0.85rem;
}

.more {
  display: none;
}

@media (max-width: 720px) {
  header {
    padding-bottom: 0;
  }

  h1 {
    font-size: 1.2rem;
  }

  .more {
    display: block;
    margin-left: auto;
  }

  .actions {
    margin-left: 0;
    width: 100%;
    gap: 4px 14px;
  }

  .actions:not(.open) {
    display: none;
  }
}
</style>
