<script setup lang="ts">
import { ref } from 'vue'

import type { Piece } from '../../api/types'
import Answer from '../../components/Answer.vue'
import CautionList from '../../components/CautionList.vue'
import FindingsList from '../../components/FindingsList.vue'
import HeatLine from '../../drawing/HeatLine.vue'
import HeatChoices from './HeatChoices.vue'
import HeatTarget from './HeatTarget.vue'
import StepList from './StepList.vue'

defineProps<{ piece: Piece }>()
const emit = defineEmits<{ working: [key: string] }>()
const chosen = ref<number | null>(null)
</script>

<template>
  <section class="heat">
    <Answer :said="piece.plan.answers.heat" />
    <HeatLine
      v-if="piece.plan.heat"
      v-model="chosen"
      :heat="piece.plan.heat"
      :landmarks="piece.plan.landmarks"
    />
    <div class="below">
      <div class="left">
        <StepList
          v-if="piece.plan.heat"
          v-model="chosen"
          :heat="piece.plan.heat"
          @working="(key: string) => emit('working', key)"
        />
        <FindingsList :findings="piece.plan.findings" station="heat" />
        <CautionList :cautions="piece.plan.cautions" station="heat" />
      </div>
      <div class="right">
        <HeatTarget :piece="piece" @working="(key: string) => emit('working', key)" />
        <HeatChoices :piece="piece" />
      </div>
    </div>
  </section>
</template>

<style scoped>
.heat {
  display: grid;
  gap: 8px;
  padding-top: 8px;
}

.below {
  display: grid;
  grid-template-columns: minmax(0, 1.9fr) minmax(0, 1fr);
  gap: 26px;
}

.left,
.right {
  display: grid;
  gap: 16px;
  align-content: start;
}

@media (max-width: 900px) {
  .below {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
