<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Piece } from '../../api/types'
import Answer from '../../components/Answer.vue'
import CautionList from '../../components/CautionList.vue'
import Fold from '../../kit/Fold.vue'
import FindingsList from '../../components/FindingsList.vue'
import SumLinks from '../../components/SumLinks.vue'
import { useHeatTrial } from '../../composables/useHeatTrial'
import type { Pull } from '../../drawing/HeatHandles.vue'
import HeatLine from '../../drawing/HeatLine.vue'
import HeatChoices from './HeatChoices.vue'
import HeatPanels from './HeatPanels.vue'
import HeatTarget from './HeatTarget.vue'
import StepEditor from './StepEditor.vue'
import StepList from './StepList.vue'

const props = defineProps<{ piece: Piece }>()
const chosen = ref<number | null>(null)
const { trial, isPulling, pull, release } = useHeatTrial()
const heat = computed(() => props.piece.plan.heat)
const shown = computed(() => trial.value?.heat ?? heat.value)
const step = computed(() => (chosen.value === null ? undefined : heat.value?.steps[chosen.value]))
</script>

<template>
  <section class="heat">
    <Answer :said="trial?.answer ?? piece.plan.answers.heat" />
    <HeatLine
      v-if="heat && shown"
      v-model="chosen"
      :heat="isPulling ? heat : shown"
      :landmarks="piece.plan.landmarks"
      :marks="trial ? [] : piece.plan.marks"
      @pull="(what: Pull, isDone: boolean) => pull(what, isDone)"
    />
    <div class="below">
      <div class="left">
        <StepList v-if="heat && shown" v-model="chosen" :heat="shown" />
        <StepEditor
          v-if="step && heat"
          :piece="piece"
          :step="step"
          :number="chosen! + 1"
          @release="release"
        />
        <FindingsList :findings="piece.plan.findings" station="heat" />
        <Fold
          name="heat-looks"
          label="Look closer"
          hint="switching off, a schedule, the controller, the hours"
        >
          <HeatPanels :piece="piece" />
          <SumLinks :piece-id="piece.id" :keys="['anneal', 'warm', 'open', 'processes', 'ladder']" />
        </Fold>
        <CautionList :cautions="piece.plan.cautions" station="heat" />
      </div>
      <div class="right">
        <HeatChoices :piece="piece" />
        <HeatTarget :piece="piece" />
      </div>
    </div>
  </section>
</template>

<style scoped>
.heat {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--s2);
  padding-top: var(--s2);
}

.below {
  display: grid;
  grid-template-columns: minmax(0, 1.9fr) minmax(0, 1fr);
  gap: var(--s6);
}

.left,
.right {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--s4);
  align-content: start;
  min-width: 0;
}

@media (max-width: 56em) {
  .below {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
