<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'

import type { DualQuantity, Figure, Graph } from '../api/types'
import { ActionButton } from '../kit/ActionButton'
import Chart from '../kit/Chart.vue'
import ChoiceField from '../kit/ChoiceField.vue'
import DataTable from '../kit/DataTable.vue'
import DayField from '../kit/DayField.vue'
import FieldGrid from '../kit/FieldGrid.vue'
import FigureRow from '../kit/FigureRow.vue'
import FilePick from '../kit/FilePick.vue'
import Fold from '../kit/Fold.vue'
import Section from '../kit/Section.vue'
import Slide from '../kit/Slide.vue'
import TextField from '../kit/TextField.vue'
import TypedField from '../kit/TypedField.vue'
import { tell } from '../kit/notices'
import { provideWorking } from '../composables/useWorking'

/** Every part that pages are made of, once, with made-up figures: for whoever makes a page. */
provideWorking()
const words = (value: string, unit: string, plus_minus = '') => ({
  value,
  unit,
  plus_minus,
  text: `${value} ${unit}`,
})
const both = (metric: [string, string, string?], us: [string, string, string?]) =>
  ({ metric: words(...metric), us: words(...us) }) as unknown as DualQuantity
const width = both(['240', 'mm'], ['9.45', 'in'])
const mass = {
  key: 'mass',
  name: 'Glass needed',
  shown: both(['1 063', 'g', '31 g'], ['37.5', 'oz', '1.1 oz']),
} as unknown as Figure
const axis = (unit: string, high: number, marks: number[]) => ({
  low: 0,
  high,
  unit_metric: unit,
  unit_us: unit,
  metric: marks.map((at) => ({ at, text: String(at) })),
  us: marks.map((at) => ({ at, text: String(at) })),
})
const graph = {
  across: axis('h', 12, [0, 4, 8, 12]),
  up: axis('°C', 800, [0, 400, 800]),
  lines: [
    { name: 'planned', points: [0, 2, 4, 6, 9, 12].map((h, i) => [h, [20, 500, 780, 780, 480, 60][i]!]) },
    { name: 'measured', points: [0, 2, 4, 6].map((h, i) => [h, [20, 470, 760, 781][i]!]) },
  ],
} as unknown as Graph
const SPACES = ['--s0', '--s1', '--s2', '--s3', '--s4', '--s5', '--s6', '--s7', '--s8', '--row']
const SIZES = ['--f1', '--f2', '--f3', '--f4', '--f5', '--f6']
const ROWS = [
  ['Fast heating', '200 °C/h', '677 °C'],
  ['Anneal', '500 °C/h', { text: '510 °C', more: '± 4' }],
]
const at = ref(40)
const day = ref('2026-11-29')
const form = ref('medium')
const FORMS = [
  { key: 'medium', name: 'medium frit' },
  { key: 'billet', name: 'billets' },
]
</script>

<template>
  <div class="place">
    <header><h1>The kit</h1></header>
    <Section title="Space and type">
      <p v-for="size in SIZES" :key="size" :style="{ fontSize: `var(${size})` }">{{ size }} 1 063 g</p>
      <p v-for="space in SPACES" :key="space" class="space">
        <span :style="{ width: `var(${space})` }"></span> {{ space }}
      </p>
    </Section>
    <Section title="Acts">
      <template #beside><ActionButton>Something beside</ActionButton></template>
      <p class="go">
        <Button label="The main act" /> <Button label="Another" variant="outlined" />
        <ActionButton>A quiet one</ActionButton> <ActionButton disabled>Not now</ActionButton>
        <ActionButton look="plain">Plain words</ActionButton>
        <FilePick label="A file" accept=".csv" /> <FilePick label="A file" accept=".csv" look="button" />
        <ActionButton @click="tell('The studio cannot be reached.')">Tell trouble</ActionButton>
      </p>
    </Section>
    <Section title="Fields">
      <FieldGrid>
        <TypedField label="Width" hint="inside" :shown="width" />
        <TypedField label="Depth" :shown="width" draft="ten" fault="expected a length, got “ten”" />
        <TextField label="Name" value="Barnacles" />
        <ChoiceField label="Form" :value="form" :options="FORMS" @choose="(key: string) => (form = key)" />
        <DayField v-model="day" label="on" />
        <label class="small">Filled to <Slide v-model="at" name="Filled to" :low="0" :high="100" /></label>
      </FieldGrid>
    </Section>
    <Section title="Figures">
      <FigureRow :figure="mass" />
      <DataTable label="Steps" :heads="['Step', 'Rate', 'To']" :rows="ROWS" :marked="[1]" />
      <Fold name="kit" label="What is seldom needed" hint="stays as it was left">It is here.</Fold>
    </Section>
    <Section title="A graph">
      <Chart label="Planned and measured" :graph="graph" :looks="['steel', 'heat']" />
    </Section>
  </div>
</template>

<style scoped src="./place.css"></style>
<style scoped>
.space {
  display: flex;
  gap: var(--s2);
  align-items: center;
}

.space span {
  height: var(--s3);
  background: var(--steel);
}
</style>
