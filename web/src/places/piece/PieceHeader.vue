<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { nextTick, ref } from 'vue'
import { useRouter } from 'vue-router'

import { api, request } from '../../api/client'
import type { Piece } from '../../api/types'
import { ActionButton } from '../../kit/ActionButton'
import { useAction } from '../../kit/useAction'
import { usePiece } from '../../composables/usePiece'
import { keyOf, useFetched } from '../../kit/keys'
import { useLooking } from '../../kit/looking'
import Making from '../../kit/Making.vue'

const looking = useLooking()
const props = defineProps<{ piece: Piece }>()
const context = usePiece()
const router = useRouter()
const { refresh, forget } = useFetched()
const isNaming = ref(false)
const showsActs = ref(false) // on a phone they wait behind a word
const name = ref('')
let began = ''
const field = ref<InstanceType<typeof InputText> | null>(null)

const dayOf = (day: string) =>
  new Date(`${day}T12:00`).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' })

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
      void refresh('pieces')
      await router.push('/pieces')
      forget(keyOf('piece', id))
    },
    failed: (error) => (context.trouble.value = error.message),
  },
)
</script>

<template>
  <header>
    <InputText
      v-if="isNaming"
      ref="field"
      v-model="name"
      :readonly="looking"
      class="naming"
      aria-label="Name of the piece"
      maxlength="80"
      @blur="named(true)"
      @keydown.enter="named(true)"
      @keydown.esc.stop="named(false)"
    />
    <h1 v-else>
      <ActionButton look="plain" :title="'Rename'" @click="rename">{{ piece.name }}</ActionButton>
      <span v-if="piece.alike > 1" class="quiet"> × {{ piece.alike }}</span>
      <span v-if="piece.due" class="quiet small"> by {{ dayOf(piece.due) }}</span>
    </h1>
    <span v-if="context.drafts.name && !isNaming" class="fault" role="alert"
      >✕ {{ context.drafts.name.message }}</span
    >
    <ActionButton class="more" :aria-expanded="showsActs" @click="showsActs = !showsActs">
      {{ showsActs ? 'Less' : 'More' }}
    </ActionButton>
    <div class="actions" :class="{ open: showsActs }">
      <Making
        ><ActionButton
          :disabled="!piece.undoes"
          :title="piece.undoes ? `Undo: ${piece.undoes}` : 'Nothing to undo'"
          @click="context.undo('undo')"
        >
          Undo<span v-if="piece.undoes" class="what quiet">: {{ piece.undoes }}</span>
        </ActionButton>
        <ActionButton
          :disabled="!piece.redoes"
          :title="piece.redoes ? `Redo: ${piece.redoes}` : 'Nothing to redo'"
          @click="context.undo('redo')"
        >
          Redo<span v-if="piece.redoes" class="what quiet">: {{ piece.redoes }}</span>
        </ActionButton></Making
      >
      <RouterLink class="text-button" :to="{ name: 'card', params: { id: piece.id } }">Print card</RouterLink>
      <a class="text-button" :href="`/api/pieces/${piece.id}/document`" download>Save a copy</a>
      <Making
        ><ActionButton @click="putAway()">
          {{ piece.is_put_away ? 'Put back' : 'Put away' }}
        </ActionButton></Making
      >
    </div>
  </header>
</template>

<style scoped>
.what {
  display: inline-block;
  max-width: 9rem;
  overflow: hidden;
  text-overflow: ellipsis;
  vertical-align: bottom;
}

header {
  display: flex;
  align-items: baseline;
  flex-wrap: wrap;
  gap: var(--s1) var(--s4);
  padding-bottom: var(--s2);
  border-bottom: var(--line) solid var(--rule);
}

h1 button {
  font-weight: inherit;
}

h1 button:hover {
  text-decoration: underline var(--line) dotted;
  text-underline-offset: var(--s1);
}

.naming {
  font-size: var(--f5);
  font-weight: 650;
  min-width: min(22rem, 90vw);
}

.actions {
  margin-left: auto;
  display: flex;
  gap: var(--s1) var(--s4);
  flex-wrap: wrap;
}

a.text-button {
  text-decoration: none;
  display: inline-flex;
  align-items: center;
}

.fault {
  color: var(--note);
  font-size: var(--f2);
}

.more {
  display: none;
}

@media (max-width: 45em) {
  header {
    padding-bottom: 0;
  }

  h1 {
    font-size: var(--f4);
  }

  .more {
    display: block;
    margin-left: auto;
  }

  .actions {
    margin-left: 0;
    width: 100%;
    gap: var(--s1) var(--s4);
  }

  .actions:not(.open) {
    display: none;
  }
}
</style>
