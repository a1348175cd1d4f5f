<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import SelectButton from 'primevue/selectbutton'
import { computed } from 'vue'

import { api, request } from '../../api/client'
import type { Choices, Piece } from '../../api/types'
import Answer from '../../components/Answer.vue'
import PieceField from '../../components/PieceField.vue'
import PieceText from '../../components/PieceText.vue'
import CautionList from '../../components/CautionList.vue'
import Fold from '../../kit/Fold.vue'
import FindingsList from '../../components/FindingsList.vue'
import SumLinks from '../../components/SumLinks.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import { useStage } from '../../composables/useStage'
import FormedCradle from './FormedCradle.vue'
import CavityFields from './CavityFields.vue'
import CradleShelf from './CradleShelf.vue'
import CradleSizes from './CradleSizes.vue'
import ErrorBudget from './ErrorBudget.vue'
import LeanFields from './LeanFields.vue'
import MethodFields from './MethodFields.vue'
import { METHODS, startingReadings, type Bench } from './methods'
import WaysList from './WaysList.vue'
import { keyOf } from '../../kit/keys'
import FigureList from '../../kit/FigureList.vue'
import { useLooking } from '../../kit/looking'

const looking = useLooking()
const props = defineProps<{ piece: Piece; choices: Choices }>()

const context = usePiece()
const cradle = computed(() => props.piece.stage.cradle)
const shelf = useQuery({
  queryKey: computed(() => keyOf('cradles', 'one', props.piece.cradle_id)),
  queryFn: () =>
    request(api.GET('/api/cradles/{cradle_id}', { params: { path: { cradle_id: props.piece.cradle_id! } } })),
  enabled: computed(() => props.piece.cradle_id !== null),
})
const shelved = computed(() => (props.piece.cradle_id === null ? undefined : shelf.data.value))
const { isFilled } = useStage(() => props.piece)
// what changes the figures is never folded away
const isUsed = computed(
  () => !!cradle.value.tilt || !!cradle.value.others?.length || Number(cradle.value.count ?? 1) > 1,
)
const isBench = computed(() => ['level', 'drained', 'trial'].includes(cradle.value.method ?? ''))

/** The charge that last fitted, request of the shelf at that moment: it may have been written down a blink ago. */
async function lastFitted() {
  if (props.piece.cradle_id === null) return undefined
  const fills = ((await shelf.refetch()).data?.care.fills ?? []) as {
    mass: string
    density: string
    how: string
  }[]
  return fills.find((fill) => fill.how === 'fitted')
}

async function choose(method: string | null) {
  if (!method || method === cradle.value.method) return
  const changes = [{ path: `${STAGE}.cradle.method`, value: method as unknown }]
  if (method !== 'shape' && !cradle.value[method as Bench]) {
    const fitted = method === 'last' ? await lastFitted() : undefined
    changes.push({ path: `${STAGE}.cradle.${method}`, value: startingReadings(method, props.piece, fitted) })
  }
  void context.change(changes, 'way of measuring')
}
</script>

<template>
  <section class="station">
    <Answer class="first" :said="piece.plan.answers.cradle" />
    <FormedCradle v-if="!isFilled" :piece="piece" :cradle="cradle" :choices="choices" :shelved="shelved" />
    <div v-else class="rest">
      <SelectButton
        :disabled="looking"
        class="methods"
        :model-value="cradle.method"
        :options="METHODS"
        option-label="name"
        option-value="key"
        aria-label="Way of measuring"
        @update:model-value="choose"
      />
      <MethodFields v-if="cradle.method !== 'shape'" :piece="piece" :cradle="cradle" />
      <ErrorBudget :figure="piece.plan.figures.cradle_volume" />
      <WaysList :piece="piece" />
      <FindingsList :findings="piece.plan.findings" station="cradle" />
      <div class="go">
        <Button
          as="router-link"
          :to="{ name: 'piece', params: { id: piece.id, station: 'glass' } }"
          label="Go on to the glass"
        />
      </div>
      <CradleSizes :cradle="cradle" :choices="choices" :piece="piece" />
      <Fold
        name="cradle-more"
        label="More of this mould"
        hint="at the bench, cavities, shelf, leaning"
        :is-used="isUsed"
      >
        <p v-if="isBench" class="small">
          <RouterLink :to="{ name: 'bench', params: { id: piece.id } }"
            >Measure at the bench, step by step</RouterLink
          >
        </p>
        <PieceText path="cradle.name" label="Name of the cradle" />
        <PieceField
          path="cradle.reading"
          :label="cradle.solid ? 'Surface is true to' : 'Sizes are read to'"
          figure="cradle_volume"
        />
        <FigureList :figures="piece.plan.figures" :keys="['combined_volume']" />
        <CavityFields :cradle="cradle" />
        <LeanFields :cradle="cradle" :piece="piece" />
        <CradleShelf :piece="piece" :shelved="shelved" />
      </Fold>
      <SumLinks :piece-id="piece.id" :keys="['vessel', 'model', 'level']" />
      <CautionList :cautions="piece.plan.cautions" station="cradle" />
    </div>
  </section>
</template>

<style scoped src="../station.css"></style>
<style scoped>
.methods {
  flex-wrap: wrap;
}

.methods :deep(.p-togglebutton) {
  flex: 1 1 30%;
  border-bottom: var(--line) solid var(--rule);
}
</style>
