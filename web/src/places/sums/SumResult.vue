<script setup lang="ts">
import type { DualQuantity, Figure, Outcome, Sketch } from '../../api/types'
import Answer from '../../components/Answer.vue'
import FigureRow from '../../components/FigureRow.vue'
import FindingsList from '../../components/FindingsList.vue'
import SketchDrawing from '../../drawing/SketchDrawing.vue'
import { usePreferences } from '../../composables/usePreferences'

/** What a sum came to: the answer first, then its table, its figures and what to mind. */
defineProps<{ result: NonNullable<Outcome['result']>; station: string }>()
const preferences = usePreferences()
const text = (shown: DualQuantity) => preferences.pick(shown).text
</script>

<template>
  <Answer :said="result.answer" />
  <SketchDrawing v-if="result.sketch" class="drawing" :sketch="result.sketch as Sketch" is-still />
  <table v-if="result.rows.length">
    <thead>
      <tr>
        <td></td>
        <th v-for="head in result.heads" :key="head" scope="col" class="small quiet">{{ head }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in result.rows" :key="row.name">
        <th scope="row">{{ row.name }}</th>
        <td v-for="(cell, i) in row.cells" :key="i" class="figures">{{ text(cell) }}</td>
      </tr>
    </tbody>
  </table>
  <div>
    <FigureRow v-for="figure in result.figures" :key="figure.key" :figure="figure as Figure" />
  </div>
  <FindingsList
    v-for="where in [...new Set(result.findings.map((f) => f.station))]"
    :key="where"
    :findings="result.findings"
    :station="where"
  />
  <ul v-if="result.cautions.length" class="cautions small" aria-label="Cautions">
    <li v-for="words in result.cautions" :key="words">{{ words }}</li>
  </ul>
</template>

<style scoped>
th,
td {
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
  text-align: right;
  font-weight: 400;
}

th[scope='row'],
td:first-child {
  text-align: left;
}

td.figures {
  white-space: nowrap;
  padding-left: 14px;
}

.drawing {
  border: 1px solid var(--rule);
}

.cautions {
  list-style: none;
  margin: 0;
  padding: 8px 0 0;
  border-top: 1px solid var(--rule);
  color: var(--ink-soft);
}
</style>
