<script setup lang="ts">
import type { Step } from '../../api/types'
import SketchDrawing from '../../drawing/SketchDrawing.vue'
import StepPlan from './StepPlan.vue'

/** A step before and after: from above, where cuts and holes are moved, and from the side. */
defineProps<{ step: Step; isStill?: boolean }>()
</script>

<template>
  <figure class="paper">
    <StepPlan :step="step" :is-still="isStill" />
    <div class="sides">
      <div>
        <p class="small quiet">before</p>
        <SketchDrawing :sketch="step.before" is-still />
      </div>
      <div>
        <p class="small quiet">after</p>
        <SketchDrawing :sketch="step.after" is-still />
      </div>
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
  border-top: var(--line) solid var(--rule);
}

.sides > div {
  min-width: 0;
  padding: var(--s1);
}

p {
  margin: 0;
}
</style>
