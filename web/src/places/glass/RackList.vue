<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import { computed, ref, watch } from 'vue'

import { api, request } from '../../api/client'
import { send } from '../../api/files'
import type { Choices, Glass, StockItem } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'
import { ActionButton } from '../../kit/ActionButton'
import RackRow from './RackRow.vue'
import { keyOf, useFetched } from '../../kit/keys'
import { linesOf, useAction } from '../../kit/useAction'
import FilePick from '../../kit/FilePick.vue'
import EmptyPlace from '../../kit/EmptyPlace.vue'
import Making from '../../kit/Making.vue'

/** Every jar, box and sheet: found, weighed, copied, put away, read from and written to a table. */
const props = defineProps<{ kinds: Glass[]; choices: Choices }>()
const PAGE = 60
const preferences = usePreferences()
const { refresh } = useFetched()
const search = ref('')
const wanted = ref('')
const form = ref('any')
const kindId = ref(0)
const offset = ref(0)
const archived = ref(false)
const trouble = ref<string[]>([])
const said = ref('')
const sort = ref<'kind' | 'weight' | 'recent'>('kind')
const SORTS = [
  { key: 'kind', name: 'by kind' },
  { key: 'weight', name: 'heaviest first' },
  { key: 'recent', name: 'last changed first' },
]
const open = ref<number | null>(null)
let waiting: ReturnType<typeof setTimeout> | undefined
watch(search, (text) => {
  clearTimeout(waiting)
  waiting = setTimeout(() => (wanted.value = text), 150)
})
watch([wanted, form, kindId, archived], () => (offset.value = 0))

const list = useQuery({
  queryKey: keyOf('stock', wanted, form, kindId, archived, offset, sort),
  queryFn: () =>
    request(
      api.GET('/api/stock', {
        params: {
          query: {
            search: wanted.value,
            form: form.value === 'any' ? '' : form.value,
            kind_id: kindId.value || undefined,
            archived: archived.value,
            offset: offset.value,
            sort: sort.value,
          },
        },
      }),
    ),
  placeholderData: keepPreviousData,
})
const rows = computed(() => (list.data.value?.rows ?? []) as StockItem[])
const forms = computed(() => [{ key: 'any', name: 'any form' }, ...props.choices.forms])
const kindOptions = computed(() => [
  { key: 0, name: 'any glass' },
  ...props.kinds.map((k) => ({ key: k.id, name: k.name })),
])

const adding = useAction(
  async () => {
    const kind = kindId.value || props.kinds[0]?.id
    if (!kind) return null
    return request(
      api.POST('/api/stock', {
        body: {
          kind_id: kind,
          form: form.value === 'any' ? 'medium' : form.value,
          system: preferences.system,
          document: { weight: '0 g' },
        },
      }),
    )
  },
  {
    done: (made) => {
      if (!made) return
      search.value = wanted.value = ''
      open.value = made.id
      trouble.value = []
    },
    failed: (error) => (trouble.value = [error.message]),
    ended: () => refresh('stock'),
  },
)
const bringing = useAction(
  async (file: File) => (await (await send('/api/stock.csv', file, 'text/csv')).json()) as { count: number },
  {
    done: ({ count }) => {
      trouble.value = []
      said.value = `${count} lines were added to the rack.`
      void refresh('stock', 'glass', 'piece', 'pieces')
    },
    failed: (error) => {
      said.value = ''
      trouble.value = ['Nothing was added.', ...linesOf(error)]
    },
  },
)
</script>

<template>
  <section aria-label="Rack">
    <div class="tools">
      <InputText
        v-model="search"
        placeholder="Find on the rack"
        aria-label="Find on the rack"
        maxlength="120"
      />
      <Select
        v-model="kindId"
        :options="kindOptions"
        option-label="name"
        option-value="key"
        aria-label="Kind"
      />
      <Select v-model="form" :options="forms" option-label="name" option-value="key" aria-label="Form" />
      <Select v-model="sort" :options="SORTS" option-label="name" option-value="key" aria-label="Order" />
      <Making><Button label="Weigh something in" @click="adding.act()" /> </Making>
      <ActionButton @click="archived = !archived">
        {{ archived ? 'On the rack' : 'Put away' }}
      </ActionButton>
      <a class="text-button" href="/api/stock.csv" download>Save as CSV</a>
      <FilePick label="Read a CSV" accept=".csv,text/csv" @pick="bringing.act" />
    </div>
    <ul v-if="trouble.length" class="margin-note" role="alert">
      <li v-for="words in trouble" :key="words">{{ words }}</li>
    </ul>
    <p v-if="said" class="small" role="status">{{ said }}</p>
    <EmptyPlace v-if="list.data.value && !list.data.value.all" draws="glass">
      The rack is empty. What is weighed in here is counted by every piece.
      <template #act><Button label="Weigh something in" variant="outlined" @click="adding.act()" /></template>
    </EmptyPlace>
    <p v-else-if="list.data.value && !rows.length" class="empty small">Nothing like that on the rack.</p>
    <ul class="rows">
      <RackRow
        v-for="item in rows"
        :key="item.id"
        :item="item"
        :forms="choices.forms"
        :is-open="open === item.id"
        @open="open = open === item.id ? null : item.id"
      />
    </ul>
    <p v-if="list.data.value" class="foot small quiet">
      {{ list.data.value.count }} of {{ list.data.value.all }}, together
      {{ preferences.pick(list.data.value.mass).text }}.
      <ActionButton v-if="offset" @click="offset -= PAGE">Before</ActionButton>
      <ActionButton v-if="offset + PAGE < list.data.value.count" @click="offset += PAGE"> More </ActionButton>
    </p>
  </section>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2) var(--s4);
  align-items: center;
  padding-bottom: var(--s2);
}

.rows {
  list-style: none;
  margin: 0;
  padding: 0;
  border-top: var(--line) solid var(--rule);
}

ul.margin-note {
  list-style: none;
  margin: 0;
}

.foot {
  padding-top: var(--s2);
}

.empty {
  padding: var(--s4) 0;
}
</style>
