<script setup lang="ts">
import { computed } from 'vue'

import type { DualQuantity, NotebookPage } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import Chart from '../../kit/Chart.vue'
import { usePreferences } from '../../composables/usePreferences'
import DataTable from '../../kit/DataTable.vue'

/** One page: plan against what happened, measures, faults, photographs; what differs from the other page is marked. */
const props = defineProps<{ row: NotebookPage; other?: NotebookPage }>()
const preferences = usePreferences()
const text = (shown: DualQuantity | null) => (shown ? preferences.pick(shown).text : '—')
const aim = (of: NotebookPage) => `${text(of.peak_planned)} for ${text(of.hold_planned)}`
const differs = (mine: string, theirs?: string) =>
  props.other !== undefined && theirs !== undefined && mine !== theirs
const otherSteps = computed(() =>
  props.row.steps.flatMap((step, i) => {
    const theirs = props.other?.steps[i]
    return differs(text(step.to) + text(step.hold), theirs && text(theirs.to) + text(theirs.hold)) ? [i] : []
  }),
)
</script>

<template>
  <article class="page">
    <header>
      <h1>{{ row.piece }}</h1>
      <p>
        {{ row.stage }} · {{ row.glass }} · {{ row.cradle }} · {{ row.kiln }}
        <template v-if="row.is_simulated"> · practice kiln</template>
      </p>
      <p class="quiet">{{ preferences.pick(row.started).text }}, {{ text(row.lasted) }}</p>
    </header>
    <Chart
      v-if="row.graph"
      :graph="row.graph"
      label="Temperature over the firing, as planned and as measured"
      :looks="row.graph.lines.length > 1 ? ['limit', 'heat'] : ['limit']"
      :tall="250"
    />
    <dl>
      <div :class="{ differs: differs(aim(row), other && aim(other)) }">
        <dt>Peak planned</dt>
        <dd>{{ aim(row) }}</dd>
      </div>
      <div :class="{ differs: differs(text(row.peak), other && text(other.peak)) }">
        <dt>Peak reached</dt>
        <dd>{{ text(row.peak) }}</dd>
      </div>
      <div>
        <dt>Strain left, by its readings</dt>
        <dd>
          {{ text(row.left) }} <span class="quiet">planned {{ text(row.left_planned) }}</span>
        </dd>
      </div>
    </dl>
    <p v-if="row.formed"><MessageText :said="row.formed" /></p>
    <p v-if="row.looked.length">Looked in: {{ row.looked.join(', ') }}.</p>
    <DataTable
      v-if="row.measures.length"
      label="Measured and predicted"
      :heads="['Measured', 'came out', 'predicted', '']"
      :words="[3]"
      :rows="
        row.measures.map((m) => [
          m.name,
          text(m.measured),
          text(m.predicted),
          m.word === 'alone' ? '' : m.word,
        ])
      "
    />
    <ul v-if="row.faults.length" class="faults">
      <li v-for="fault in row.faults" :key="fault">▲ {{ fault }}</li>
    </ul>
    <p v-else-if="row.state === 'opened'">✓ Nothing was found.</p>
    <p v-if="row.note" class="note">“{{ row.note }}”</p>
    <p class="photos">
      <img v-if="row.photo_before" :src="`/api/photos/${row.photo_before}`" alt="Before the firing" />
      <img v-if="row.photo_after" :src="`/api/photos/${row.photo_after}`" alt="After the firing" />
    </p>
    <DataTable
      label="Steps as planned"
      :heads="['Step as planned', 'rate', 'to', 'hold']"
      :rows="row.steps.map((step) => [step.name, text(step.rate), text(step.to), text(step.hold)])"
      :marked="otherSteps"
    />
    <p class="small">
      <RouterLink
        :to="{
          name: 'piece',
          params: { id: row.piece_id, station: 'after' },
          query: { stage: row.stage_key },
        }"
        >To After</RouterLink
      >
      &ensp;
      <a :href="`/api/firings/${row.firing_id}/log.csv`" download>Its readings as CSV</a>
    </p>
  </article>
</template>

<style scoped>
.page {
  display: grid;
  gap: var(--s2);
  align-content: start;
  border: var(--line) solid var(--rule);
  padding: var(--s4) var(--s4);
  background: var(--sheet);
}

dl {
  margin: 0;
  display: grid;
  gap: var(--s0);
}

dl > div {
  display: grid;
  grid-template-columns: 15rem 1fr;
}

.differs {
  background: var(--pressed);
  font-weight: 650;
}

.faults {
  list-style: none;
  margin: 0;
  padding: 0;
  color: var(--note);
  font-weight: 600;
}

.note {
  font-style: italic;
}

.photos {
  display: flex;
  gap: var(--s3);
}

.photos img {
  max-width: 49%;
  max-height: 11.25rem;
  object-fit: cover;
}
</style>
