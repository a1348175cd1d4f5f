<script setup lang="ts">
import type { Step } from '../../api/types'
import PlanSketch from '../../drawing/PlanSketch.vue'
import StepPlan from './StepPlan.vue'

/** A step before and after: from above, where cuts and holes are moved, and from the side. */
defineProps<{ step: Step }>()
</script>

<template>
  <figure class="paper">
    <StepPlan :step="step" />
    <div class="sides">
      <PlanSketch
        :bodies="step.before.bodies"
        caption="from the side, before"
        :label="`${step.name}, from the side, before`"
      />
      <PlanSketch
        :bodies="step.after.bodies"
        caption="from the side, after"
        :label="`${step.name}, from the side, after`"
      />
    </div>
  </figure>
</template>

<style scoped>
.paper {
  margin: 0;
  border: var(--line) solid var(--rule);
  background: var(--sheet);
}

.sides {
  display: grid;
  grid-template-columns: 1fr 1fr;
}
</style>
