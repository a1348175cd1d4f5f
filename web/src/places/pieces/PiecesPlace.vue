<script setup lang="ts">
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, request, Refused } from '../../api/client'
import PageTurner from '../../components/PageTurner.vue'
import LoadState from '../../components/LoadState.vue'
import NewPieceDialog from './NewPieceDialog.vue'
import PieceRow from './PieceRow.vue'

const PAGE = 40
const MOST_BYTES = 2_000_000
const route = useRoute()
const router = useRouter()
const queries = useQueryClient()
const search = ref('')
const wanted = ref('')
const offset = ref(0)
const away = ref(false)
const trouble = ref<string[]>([])
const isNew = ref(false)
const finder = ref<InstanceType<typeof InputText> | null>(null)
const picker = ref<HTMLInputElement | null>(null)

let waiting: ReturnType<typeof setTimeout> | undefined
watch(search, (text) => {
  clearTimeout(waiting)
  waiting = setTimeout(() => {
    wanted.value = text
    offset.value = 0
  }, 150)
})

const list = useQuery({
  queryKey: ['pieces', wanted, offset, away],
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

async function bringIn(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  trouble.value = []
  if (file.size > MOST_BYTES) {
    trouble.value = [`${file.name}: expected a file of at most 2 MB. Nothing was brought in.`]
    return
  }
  try {
    const text = await file.arrayBuffer()
    const piece = await request(
      api.POST('/api/pieces/import', {
        body: text as never,
        bodySerializer: (body: unknown) => body as never,
        headers: { 'Content-Type': 'application/json' },
      } as never),
    )
    await queries.invalidateQueries({ queryKey: ['pieces'] })
    await router.push({ name: 'piece', params: { id: (piece as { id: number }).id } })
  } catch (error) {
    const faults = error instanceof Refused ? error.faults : []
    trouble.value = [
      `${file.name} was not brought in. ${faults.length ? '' : (error as Error).message}`,
      ...faults.slice(0, 8).map((f) => `${f.path ? `${f.path}: ` : ''}${f.message}`),
      ...(faults.length > 8 ? [`… and ${faults.length - 8} more`] : []),
    ]
  }
}
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
      <button type="button" class="text-button" :aria-pressed="away" @click="((away = !away), (offset = 0))">
        {{ away ? 'Show what is in hand' : 'Show what is put away' }}
      </button>
      <button type="button" class="text-button" @click="picker?.click()">Bring a copy in</button>
      <input ref="picker" type="file" accept=".json,application/json" hidden data-import @change="bringIn" />
      <Button label="New piece" @click="isNew = true" />
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
      <div v-if="!shown.all && !away" class="empty">
        <p><strong>No pieces yet.</strong> Start with one: measure its cradle, and the rest follows.</p>
        <Button label="New piece" @click="isNew = true" />
      </div>
      <p v-else-if="!shown.count" class="empty">
        {{ wanted ? `No piece has “${wanted}” in its name.` : 'Nothing is put away.' }}
      </p>
      <ul v-else class="rows">
        <PieceRow v-for="row in shown.rows" :key="row.id" :row="row" />
      </ul>
      <PageTurner v-model="offset" :count="shown.count" :page="PAGE" before="Newer" after="Older" />
    </template>
    <NewPieceDialog v-model="isNew" />
  </section>
</template>

<style scoped src="../place.css"></style>
<style scoped>
.rows {
  list-style: none;
  margin: 0;
  padding: 0;
}

.find {
  margin-left: auto;
}
</style>
