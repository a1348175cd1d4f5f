<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, request } from '../../api/client'
import { ActionButton } from '../../kit/ActionButton'
import PageTurner from '../../kit/PageTurner.vue'
import LoadState from '../../kit/LoadState.vue'
import PieceRow from './PieceRow.vue'
import { keyOf, useFetched } from '../../kit/keys'
import { useLooking } from '../../kit/looking'
import FilePick from '../../kit/FilePick.vue'
import { faultsOf, useAction } from '../../kit/useAction'
import { useChoices } from '../../composables/useChoices'
import EmptyPlace from '../../kit/EmptyPlace.vue'

const NewPieceDialog = defineAsyncComponent(() => import('./NewPieceDialog.vue'))
const PAGE = 40
const MOST_BYTES = 2_000_000
const looking = useLooking()
useChoices() // on their way before a new piece asks for them
const route = useRoute()
const router = useRouter()
const { refresh } = useFetched()
const search = ref('')
const wanted = ref('')
const offset = ref(0)
const away = ref(false)
const isNew = ref(false)
const finder = ref<InstanceType<typeof InputText> | null>(null)

let waiting: ReturnType<typeof setTimeout> | undefined
watch(search, (text) => {
  clearTimeout(waiting)
  waiting = setTimeout(() => {
    wanted.value = text
    offset.value = 0
  }, 150)
})

const list = useQuery({
  queryKey: keyOf('pieces', wanted, offset, away),
  queryFn: () =>
    request(
      api.GET('/api/pieces', {
        params: { query: { search: wanted.value, offset: offset.value, put_away: away.value } },
      }),
    ),
  placeholderData: keepPreviousData,
  // after a kiln or a glass was changed, rows are worked out anew a few at a time
  refetchInterval: (query) => (query.state.data?.pending ? 400 : false),
})
const shown = computed(() => list.data.value)

watch(
  () => route.query,
  async (query) => {
    if (query.new) isNew.value = true
    if (query.find) {
      await nextTick()
      ;(finder.value as unknown as { $el: HTMLInputElement } | null)?.$el.focus()
    }
    if (query.new || query.find) void router.replace({ name: 'pieces' })
  },
  { immediate: true },
)

const bringing = useAction(
  async (file: File) => {
    if (file.size > MOST_BYTES) throw new Error('expected a file of at most 2 MB.')
    const text = await file.arrayBuffer()
    return request(
      api.POST('/api/pieces/import', {
        body: text as never,
        bodySerializer: (body: unknown) => body as never,
        headers: { 'Content-Type': 'application/json' },
      } as never),
    )
  },
  {
    done: async (piece) => {
      trouble.value = []
      await refresh('pieces')
      await router.push({ name: 'piece', params: { id: (piece as { id: number }).id } })
    },
    failed: (error, file) => {
      const faults = Object.entries(faultsOf(error))
      trouble.value = [
        `${file.name} was not brought in. ${faults.length ? '' : error.message}`,
        ...faults.slice(0, 8).map(([path, words]) => `${path ? `${path}: ` : ''}${words}`),
        ...(faults.length > 8 ? [`… and ${faults.length - 8} more`] : []),
      ]
    },
  },
)
const trouble = ref<string[]>([])
</script>

<template>
  <section class="place">
    <header>
      <h1>Pieces</h1>
      <label class="find"
        ><span class="visually-hidden">Find a piece</span>
        <InputText
          ref="finder"
          v-model="search"
          type="search"
          placeholder="Find a piece  /"
          maxlength="120"
        />
      </label>
      <ActionButton :aria-pressed="away" @click="((away = !away), (offset = 0))">
        {{ away ? 'Show what is in hand' : 'Show what is put away' }}
      </ActionButton>
      <template v-if="!looking">
        <FilePick label="Bring a copy in" accept=".json,application/json" data-import @pick="bringing.act" />
        <Button label="New piece" @click="isNew = true" />
      </template>
    </header>
    <div v-if="trouble.length" class="margin-note" role="alert">
      <p v-for="line in trouble" :key="line">{{ line }}</p>
    </div>
    <LoadState
      v-if="!shown"
      :is-loading="list.isPending.value"
      :error="list.error.value"
      @again="list.refetch()"
    />
    <template v-else>
      <EmptyPlace v-if="!shown.all && !away" draws="piece">
        <strong>No pieces yet.</strong> Start with one: measure its cradle, and the rest follows.
        <template v-if="!looking" #act><Button label="New piece" @click="isNew = true" /></template>
      </EmptyPlace>
      <p v-else-if="!shown.count" class="empty">
        {{ wanted ? `No piece has “${wanted}” in its name.` : 'Nothing is put away.' }}
      </p>
      <ul v-else class="rows">
        <PieceRow v-for="row in shown.rows" :key="row.id" :row="row" />
      </ul>
      <PageTurner v-model="offset" :count="shown.count" :page="PAGE" before="Newer" after="Older" />
    </template>
    <NewPieceDialog v-if="isNew && !looking" v-model="isNew" />
  </section>
</template>

<style scoped src="../place.css"></style>
<style scoped>
.find {
  margin-left: auto;
}
</style>
