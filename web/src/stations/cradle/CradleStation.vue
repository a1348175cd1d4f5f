<script setup lang="ts">
import Button from 'primevue/button'
import SelectButton from 'primevue/selectbutton'
import { computed, ref } from 'vue'

import { api, asked } from '../../api/client'
import type { Choices, Piece } from '../../api/types'
import Answer from '../../components/Answer.vue'
import CautionList from '../../components/CautionList.vue'
import FindingsList from '../../components/FindingsList.vue'
import PieceField from '../../components/PieceField.vue'
import Said from '../../components/Said.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import CradleSizes from './CradleSizes.vue'
import ErrorBudget from './ErrorBudget.vue'
import { METHODS, startingReadings, type CradleDocument } from './methods'

const props = defineProps<{ piece: Piece; choices: Choices }>()
defineEmits<{ working: [key: string] }>()

const context = usePiece()
const cradle = computed(
  () => (props.piece.document as { stages: { cradle: CradleDocument }[] }).stages[0]!.cradle,
)
const measured = [{ path: 'cradle.measured', value: true }]
const shelved = ref('')

function choose(method: string | null) {
  if (!method || method === cradle.value.method) return
  const changes = [{ path: `${STAGE}.cradle.method`, value: method as unknown }]
  if (method !== 'shape' && !cradle.value[method])
    changes.push({ path: `${STAGE}.cradle.${method}`, value: startingReadings(method, props.piece) })
  void context.change(changes, 'way of measuring')
}

async function shelve() {
  try {
    const found = await asked(api.POST('/api/cradles', { body: { piece_id: props.piece.id } }))
    shelved.value = `${found.name} is on the shelf.`
  } catch (error) {
    shelved.value = (error as Error).message
  }
}
</script>

<template>
  <section class="station">
    <Answer class="first" :said="piece.plan.answers.cradle" />
    <div class="rest">
      <SelectButton
        :model-value="cradle.method"
        :options="METHODS"
        option-label="name"
        option-value="key"
        aria-label="Way of measuring"
        @update:model-value="choose"
      />
      <div>
        <template v-if="cradle.method === 'level'">
          <PieceField
            path="cradle.level.bore"
            label="Vessel bore"
            hint="inside"
            figure="cradle_volume"
            :alongside="measured"
          />
          <PieceField
            path="cradle.level.fall"
            label="Level fell by"
            figure="cradle_volume"
            :alongside="measured"
          />
          <PieceField path="cradle.level.reading" label="You can read it to" figure="cradle_volume" />
        </template>
        <template v-else-if="cradle.method === 'drained'">
          <PieceField
            path="cradle.drained.mass"
            label="Water drained"
            figure="cradle_volume"
            :alongside="measured"
          />
          <PieceField path="cradle.drained.temperature" label="Its temperature" figure="cradle_volume" />
          <PieceField path="cradle.drained.scale" label="The scale is good to" figure="cradle_volume" />
        </template>
        <template v-else-if="cradle.method === 'trial'">
          <PieceField
            path="cradle.trial.mass"
            label="Glass it took"
            figure="cradle_volume"
            :alongside="measured"
          />
          <PieceField path="cradle.trial.density" label="Density of that glass" figure="cradle_volume" />
          <PieceField path="cradle.trial.scale" label="The scale is good to" figure="cradle_volume" />
        </template>
        <div v-if="cradle.method !== 'shape'" class="soaked">
          <span :id="`soaked-${piece.id}`">Mould is soaked through</span>
          <SelectButton
            :model-value="cradle.soaked !== false"
            :options="[
              { key: true, name: 'yes' },
              { key: false, name: 'no' },
            ]"
            option-label="name"
            option-value="key"
            :aria-labelledby="`soaked-${piece.id}`"
            @update:model-value="
              (value: boolean | null) =>
                value !== null &&
                context.change([{ path: `${STAGE}.cradle.soaked`, value }], 'soaked through')
            "
          />
        </div>
      </div>
      <ErrorBudget :figure="piece.plan.figures.cradle_volume" />
      <p v-if="piece.plan.compared" class="margin-note"><Said :said="piece.plan.compared" /></p>
      <FindingsList :findings="piece.plan.findings" station="cradle" />
      <div class="go">
        <Button
          as="router-link"
          :to="{ name: 'piece', params: { id: piece.id, station: 'glass' } }"
          label="Go on to the glass"
        />
        <Button variant="outlined" @click="$emit('working', 'cradle_volume')"
          >Show the working&nbsp;<kbd>w</kbd></Button
        >
      </div>
      <CradleSizes :cradle="cradle" :choices="choices" />
      <div class="shelf">
        <button type="button" class="text-button" @click="shelve">Keep this cradle on the shelf</button>
        <span class="small" role="status">{{ shelved }}</span>
      </div>
      <CautionList :cautions="piece.plan.cautions" station="cradle" />
    </div>
  </section>
</template>

<style scoped src="../station.css"></style>
<style scoped>
.soaked {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 8.6rem 5.2rem;
  gap: 10px;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px solid var(--rule);
}

.shelf {
  display: flex;
  gap: 14px;
  align-items: baseline;
}

kbd {
  font-family: var(--mono);
  font-size: 0.8rem;
}
</style>
