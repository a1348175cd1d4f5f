<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import Select from 'primevue/select'
import { computed, watchEffect } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, request } from '../../api/client'
import type { HeatPlan } from '../../api/types'
import { ActionButton } from '../../kit/ActionButton'
import LoadState from '../../kit/LoadState.vue'
import MessageText from '../../components/MessageText.vue'
import { usePreferences } from '../../composables/usePreferences'
import { useShortcuts } from '../../composables/useShortcuts'
import Chart from '../../kit/Chart.vue'
import RemarkList from '../../stations/heat/RemarkList.vue'
import { keyOf } from '../../kit/keys'
import DataTable from '../../kit/DataTable.vue'

/** Two programmes for one piece on one sheet: their lines, what they leave, what each does. */
const props = defineProps<{ id: number; stage: string }>()
const route = useRoute()
const router = useRouter()
const preferences = usePreferences()
const SIDES = [
  { key: 'ours', name: 'this plan' },
  { key: 'typed', name: 'the pasted schedule' },
  { key: 'gentle', name: 'gentle' },
  { key: 'usual', name: 'usual' },
  { key: 'quick', name: 'quick' },
  { key: 'before', name: 'before the last edit' },
] as const
type Side = (typeof SIDES)[number]['key']
const sideOf = (name: 'a' | 'b', usual: Side): Side =>
  SIDES.find((s) => s.key === route.query[name])?.key ?? usual
const a = computed(() => sideOf('a', 'ours'))
const b = computed(() => sideOf('b', 'quick'))
const choose = (name: 'a' | 'b', key: Side) => router.replace({ query: { ...route.query, [name]: key } })

const piece = useQuery({
  queryKey: keyOf('piece', props.id, props.stage),
  queryFn: () =>
    request(
      api.GET('/api/pieces/{piece_id}', {
        params: { path: { piece_id: props.id }, query: { stage: props.stage } },
      }),
    ),
})
const found = useQuery({
  queryKey: computed(() => keyOf('piece', props.id, props.stage, 'compare', a.value, b.value)),
  queryFn: () =>
    request(
      api.GET('/api/pieces/{piece_id}/heat/compare', {
        params: { path: { piece_id: props.id }, query: { a: a.value, b: b.value, stage: props.stage } },
      }),
    ),
})
const cells = (step: HeatPlan['steps'][number]) => [
  step.name,
  preferences.pick(step.rate).text,
  preferences.pick(step.to).text,
  step.hold_s ? preferences.pick(step.hold).text : '',
]
const back = () => router.push({ name: 'piece', params: { id: props.id, station: 'heat' } })
useShortcuts({ Escape: back, p: () => window.print(), u: preferences.flip })
watchEffect(() => (document.title = `${piece.data.value?.name ?? 'Two programmes'} · side by side`))

const HOT = ['heat', 'steel'] as const
const PULLED = ['glass', 'steel'] as const
</script>

<template>
  <section class="compare">
    <nav class="bar">
      <ActionButton @click="back">Back to the piece</ActionButton>
      <Select
        :model-value="a"
        :options="[...SIDES]"
        option-label="name"
        option-value="key"
        aria-label="First programme"
        @update:model-value="(key: Side) => choose('a', key)"
      />
      <span>beside</span>
      <Select
        :model-value="b"
        :options="[...SIDES]"
        option-label="name"
        option-value="key"
        aria-label="Second programme"
        @update:model-value="(key: Side) => choose('b', key)"
      />
    </nav>
    <h1>{{ piece.data.value?.name }}</h1>
    <LoadState
      v-if="!found.data.value"
      :is-loading="found.isPending.value"
      :error="found.error.value"
      @again="found.refetch()"
    />
    <template v-else>
      <p class="answer"><MessageText :said="found.data.value.answer" /></p>
      <Chart
        label="Temperature of both programmes against hours"
        :graph="found.data.value.temperatures"
        :looks="HOT"
        :tall="260"
      />
      <Chart
        label="The greatest pull in the glass under both"
        :graph="found.data.value.pulls"
        :looks="PULLED"
        :up-name="`pull, ${preferences.system === 'metric' ? 'MPa' : 'psi'}`"
        :tall="130"
      />
      <div class="pair">
        <article v-for="side in found.data.value.sides" :key="side.key">
          <h2>{{ side.name }}</h2>
          <p v-if="side.read_as" class="small"><MessageText :said="side.read_as" /></p>
          <p class="figures">
            {{ preferences.pick(side.total).text }} · peak {{ preferences.pick(side.peak).text }} · leaves
            {{ preferences.pick(side.left).text }} · {{ preferences.pick(side.energy).text }} · open
            {{ preferences.pick(side.opens).text }}
          </p>
          <RemarkList :remarks="side.remarks" />
          <DataTable label="Steps" :rows="side.steps.map(cells)" />
        </article>
      </div>
    </template>
  </section>
</template>

<style scoped>
.compare {
  display: grid;
  gap: var(--s3);
  padding: var(--s4) 0;
}

.bar {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s3);
  align-items: center;
}

.answer {
  font-size: var(--f4);
}

.pair {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: var(--s6);
}

article {
  display: grid;
  gap: var(--s2);
  align-content: start;
}

@media (max-width: 45em) {
  .pair {
    grid-template-columns: minmax(0, 1fr);
  }
}

@media print {
  .bar {
    display: none;
  }
}
</style>
