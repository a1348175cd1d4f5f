<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import Select from 'primevue/select'
import { computed, watchEffect } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, request } from '../../api/client'
import LoadState from '../../components/LoadState.vue'
import MessageText from '../../components/MessageText.vue'
import { usePreferences } from '../../composables/usePreferences'
import { useShortcuts } from '../../composables/useShortcuts'
import LineGraph from '../../drawing/LineGraph.vue'
import RemarkList from '../../stations/heat/RemarkList.vue'

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
  queryKey: ['piece', props.id, props.stage],
  queryFn: () =>
    request(
      api.GET('/api/pieces/{piece_id}', {
        params: { path: { piece_id: props.id }, query: { stage: props.stage } },
      }),
    ),
})
const found = useQuery({
  queryKey: computed(() => ['piece', props.id, props.stage, 'compare', a.value, b.value]),
  queryFn: () =>
    request(
      api.GET('/api/pieces/{piece_id}/heat/compare', {
        params: { path: { piece_id: props.id }, query: { a: a.value, b: b.value, stage: props.stage } },
      }),
    ),
})
const back = () => router.push({ name: 'piece', params: { id: props.id, station: 'heat' } })
useShortcuts({ Escape: back, p: () => window.print(), u: preferences.flip })
watchEffect(() => (document.title = `${piece.data.value?.name ?? 'Two programmes'} · side by side`))

const HOT = ['heat', 'steel'] as const
const PULLED = ['glass', 'steel'] as const
</script>

<template>
  <section class="compare">
    <nav class="bar">
      <button type="button" class="text-button" @click="back">Back to the piece</button>
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
      <LineGraph
        label="Temperature of both programmes against hours"
        :graph="found.data.value.temperatures"
        :looks="HOT"
        :tall="260"
      />
      <LineGraph
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
          <table>
            <caption class="visually-hidden">
              Steps
            </caption>
            <tbody>
              <tr v-for="(step, i) in side.steps" :key="i">
                <th scope="row">{{ step.name }}</th>
                <td class="figures">{{ preferences.pick(step.rate).text }}</td>
                <td class="figures">{{ preferences.pick(step.to).text }}</td>
                <td class="figures">{{ step.hold_s ? preferences.pick(step.hold).text : '' }}</td>
              </tr>
            </tbody>
          </table>
        </article>
      </div>
    </template>
  </section>
</template>

<style scoped>
.compare {
  display: grid;
  gap: 12px;
  padding: 14px 0;
}

.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}

.answer {
  font-size: 1.2rem;
}

.pair {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 28px;
}

article {
  display: grid;
  gap: 8px;
  align-content: start;
}

h1 {
  font-size: 1.5rem;
}

h2 {
  font-size: 1.05rem;
  border-bottom: 1.5px solid var(--ink);
}

th,
td {
  text-align: left;
  padding: 2px 12px 2px 0;
  border-bottom: 1px solid var(--rule);
  font-size: 0.9rem;
}

@media (max-width: 760px) {
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
