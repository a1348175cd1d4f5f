<script setup lang="ts">
import type { DualQuantity, Figure, Outcome, Sketch } from '../../api/types'
import Answer from '../../components/Answer.vue'
import FigureRow from '../../kit/FigureRow.vue'
import FindingsList from '../../components/FindingsList.vue'
import SketchDrawing from '../../drawing/SketchDrawing.vue'
import { usePreferences } from '../../composables/usePreferences'
import DataTable from '../../kit/DataTable.vue'

/** What a sum came to: the answer first, then its table, its figures and what to mind. */
defineProps<{ result: NonNullable<Outcome['result']>; station: string }>()
const preferences = usePreferences()
const text = (shown: DualQuantity) => preferences.pick(shown).text
</script>

<template>
  <Answer :said="result.answer" />
  <SketchDrawing v-if="result.sketch" class="drawing" :sketch="result.sketch as Sketch" is-still />
  <DataTable
    v-if="result.rows.length"
    label="Beside one another"
    :heads="['', ...result.heads]"
    :rows="result.rows.map((row) => [row.name, ...row.cells.map((cell) => text(cell))])"
  />
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
.drawing {
  border: var(--line) solid var(--rule);
}
</style>
