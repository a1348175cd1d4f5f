<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, provide, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, request } from '../../api/client'
import type { Outcome, Sum, WorkedFigure } from '../../api/types'
import ChoiceField from '../../kit/ChoiceField.vue'
import LoadState from '../../kit/LoadState.vue'
import TypedField from '../../kit/TypedField.vue'
import WorkingDrawer from '../../components/WorkingDrawer.vue'
import { usePreferences } from '../../composables/usePreferences'
import { provideWorking } from '../../composables/useWorking'
import { useShortcuts } from '../../composables/useShortcuts'
import LinesField from './LinesField.vue'
import SendOn from './SendOn.vue'
import SumResult from './SumResult.vue'
import { keyOf } from '../../kit/keys'
import { LOOKING } from '../../kit/looking'
import { useAction } from '../../kit/useAction'

/** One sum. All that is typed stands in the address, so that it can be kept, sent and gone back to. */
const props = defineProps<{ sum: string }>()
const route = useRoute()
const router = useRouter()
const preferences = usePreferences()
const working = provideWorking()
provide(
  LOOKING,
  computed(() => false),
) // a sum is everybody's: it keeps nothing

const list = useQuery({
  queryKey: keyOf('sums'),
  queryFn: () => request(api.GET('/api/sums')),
  staleTime: 60_000,
})
const one = computed(() => list.data.value?.find((s) => s.key === props.sum) as Sum | undefined)
const pieceId = computed(() => Number(route.query.piece) || null)
const stage = computed(() => String(route.query.stage ?? ''))
const typed = computed(() => {
  const found: Record<string, string> = {}
  for (const field of one.value?.fields ?? []) {
    const value = route.query[field.key]
    if (typeof value === 'string') found[field.key] = value
  }
  return found
})

// a piece that is gone or cannot be reached: the sum stands by itself
const filling = useAction(
  (id: number) =>
    request(
      api.GET('/api/sums/{key}/from/{piece_id}', {
        params: { path: { key: props.sum, piece_id: id }, query: { stage: stage.value } },
      }),
    ),
  { done: (from) => router.replace({ query: { ...route.query, ...from.typed } }) },
)

// opened from a piece: what the piece knows is filled in once, and from then on stands in the address
const filled = ref(false)
watch(
  [one, pieceId],
  async ([sum, id]) => {
    if (!sum || !id || filled.value || Object.keys(typed.value).length) return
    filled.value = true
    await filling.act(id)
  },
  { immediate: true },
)

const outcome = useQuery({
  queryKey: keyOf(
    'sum',
    computed(() => props.sum),
    typed,
    computed(() => preferences.system),
  ),
  queryFn: () =>
    request(
      api.POST('/api/sums/{key}', {
        params: { path: { key: props.sum } },
        body: { system: preferences.system, typed: typed.value },
      }),
    ),
  enabled: computed(() => !!one.value),
  placeholderData: keepPreviousData,
})
const found = computed(() => outcome.data.value as Outcome | undefined)
const fault = (key: string) => found.value?.faults.find((f) => f.path === key)?.message
const general = computed(() => found.value?.faults.find((f) => !f.path)?.message)
const figures = computed(() =>
  Object.fromEntries((found.value?.result?.figures ?? []).map((f) => [f.key, f as WorkedFigure])),
)
const standing = (key: string) => one.value?.fields.find((f) => f.key === key)
const isQuantity = (kind: string) => !['glass', 'form', 'choice', 'lines'].includes(kind)

// a bare number means the unit on the screen now, also for whoever opens the address later
const set = (key: string, value: string) =>
  router.replace({ query: { ...route.query, [key]: settled(key, value) } })
function settled(key: string, value: string): string {
  const field = standing(key)
  const shown = found.value?.entries[key]?.shown
  const isBare = /^[\s\d.,/+-]+$/.test(value)
  if (!field || !isQuantity(field.kind) || !isBare || !shown || !value.trim()) return value
  return `${value.trim()} ${preferences.pick(shown).unit}`.trim()
}
useShortcuts({ w: () => (working.value = found.value?.result?.figures[0]?.key ?? '') })
</script>

<template>
  <section class="place">
    <LoadState
      v-if="!list.data.value"
      :is-loading="list.isPending.value"
      :error="list.error.value"
      @again="list.refetch()"
    />
    <template v-else-if="one">
      <header>
        <RouterLink class="small" to="/sums">Sums</RouterLink>
        <h1>{{ one.name }}</h1>
        <p class="quiet small">{{ one.says }}</p>
      </header>
      <div class="sheet">
        <div>
          <template v-for="field in one.fields" :key="field.key">
            <TypedField
              v-if="isQuantity(field.kind)"
              :label="field.label"
              :hint="field.hint"
              :shown="found?.entries[field.key]?.shown ?? null"
              :draft="fault(field.key) ? typed[field.key] : undefined"
              :fault="fault(field.key)"
              :placeholder="field.optional ? 'left empty' : undefined"
              :path="field.key"
              @commit="(value: string) => set(field.key, value)"
              @forget="set(field.key, field.default)"
            />
            <LinesField
              v-else-if="field.kind === 'lines'"
              :label="field.label"
              :hint="field.hint"
              :value="typed[field.key] ?? field.default"
              @commit="(value: string) => set(field.key, value)"
            />
            <ChoiceField
              v-else
              :label="field.label"
              :hint="field.hint"
              :value="typed[field.key] ?? field.default"
              :options="field.choices.map(([key, name]) => ({ key, name: name! }))"
              @choose="(value: string) => set(field.key, value)"
            />
          </template>
        </div>
        <div class="out">
          <p v-if="general" class="margin-note" role="alert">{{ general }}</p>
          <SumResult v-if="found?.result" :result="found.result" :station="one.station" />
          <SendOn
            v-if="found?.result?.sends.length"
            :sends="found.result.sends"
            :piece-id="pieceId"
            :stage="stage"
          />
        </div>
      </div>
      <WorkingDrawer v-model="working" :figures="figures" />
    </template>
    <p v-else>There is no sum of this name. <RouterLink to="/sums">All sums</RouterLink></p>
  </section>
</template>

<style scoped src="../place.css"></style>
<style scoped>
.sheet {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.1fr);
  gap: var(--s5) var(--row);
}

.out {
  display: grid;
  gap: var(--s4);
  align-content: start;
}

@media (max-width: 56em) {
  .sheet {
    grid-template-columns: minmax(0, 1fr);
  }

  .out {
    grid-row: 1;
  }
}
</style>
