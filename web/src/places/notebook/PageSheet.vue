<script setup lang="ts">
import type { DualQuantity, NotebookPage } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import LineGraph from '../../drawing/LineGraph.vue'
import { usePreferences } from '../../composables/usePreferences'

/** One page: plan against what happened, measures, faults, photographs; what differs from the other page is marked. */
const props = defineProps<{ row: NotebookPage; other?: NotebookPage }>()
const preferences = usePreferences()
const text = (shown: DualQuantity | null) => (shown ? preferences.pick(shown).text : '—')
const aim = (of: NotebookPage) => `${text(of.peak_planned)} for ${text(of.hold_planned)}`
const differs = (mine: string, theirs?: string) =>
  props.other !== undefined && theirs !== undefined && mine !== theirs
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
    <LineGraph
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
    <table v-if="row.measures.length">
      <thead>
        <tr>
          <th>Measured</th>
          <th>came out</th>
          <th>predicted</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="m in row.measures" :key="m.key">
          <td>{{ m.name }}</td>
          <td class="figures">{{ text(m.measured) }}</td>
          <td class="figures">{{ text(m.predicted) }}</td>
          <td>{{ m.word === 'alone' ? '' : m.word }}</td>
        </tr>
      </tbody>
    </table>
    <ul v-if="row.faults.length" class="faults">
      <li v-for="fault in row.faults" :key="fault">▲ {{ fault }}</li>
    </ul>
    <p v-else-if="row.state === 'opened'">✓ Nothing was found.</p>
    <p v-if="row.note" class="note">“{{ row.note }}”</p>
    <p class="photos">
      <img v-if="row.photo_before" :src="`/api/photos/${row.photo_before}`" alt="Before the firing" />
      <img v-if="row.photo_after" :src="`/api/photos/${row.photo_after}`" alt="After the firing" />
    </p>
    <table class="steps">
      <thead>
        <tr>
          <th>Step as planned</th>
          <th>rate</th>
          <th>to</th>
          <th>hold</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="(step, i) in row.steps"
          :key="step.name"
          :class="{
            differs: differs(
              text(step.to) + text(step.hold),
              other?.steps[i] && text(other.steps[i]!.to) + text(other.steps[i]!.hold),
            ),
          }"
        >
          <td>{{ step.name }}</td>
          <td class="figures">{{ text(step.rate) }}</td>
          <td class="figures">{{ text(step.to) }}</td>
          <td class="figures">{{ text(step.hold) }}</td>
        </tr>
      </tbody>
    </table>
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
  gap: 8px;
  align-content: start;
  border: 1px solid var(--rule);
  padding: 14px 18px;
  background: var(--sheet);
}

h1 {
  font-size: 1.3rem;
}

dl {
  margin: 0;
  display: grid;
  gap: 2px;
}

dl > div {
  display: grid;
  grid-template-columns: 15rem 1fr;
}

dd {
  margin: 0;
}

.differs {
  background: var(--pressed);
  font-weight: 650;
}

td,
th {
  text-align: left;
  padding: 3px 8px 3px 0;
  border-bottom: 1px solid var(--rule);
  font-size: 0.9rem;
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
  gap: 10px;
}

.photos img {
  max-width: 49%;
  max-height: 180px;
  object-fit: cover;
}
</style>
