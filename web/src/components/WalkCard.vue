<script setup lang="ts">
import { computed } from 'vue'

import { useWalk } from '../composables/useWalk'
import { ActionButton } from '../kit/ActionButton'
import { WALK } from '../logic/walk'

/** Where one is in the walk, what there is to try, and the way on. */
const walk = useWalk()
const step = computed(() => WALK[walk.at.value]!)
const isLast = computed(() => walk.at.value === WALK.length - 1)
</script>

<template>
  <aside class="walk" aria-label="Walk through one piece">
    <p>
      <b>{{ walk.at.value + 1 }} of {{ WALK.length }}. {{ step.title }}.</b> {{ step.says }}
    </p>
    <p class="acts">
      <ActionButton v-if="walk.at.value" @click="walk.step(-1)">Back</ActionButton>
      <ActionButton v-if="!isLast" @click="walk.step(1)">On</ActionButton>
      <ActionButton v-else @click="walk.end()">That was it</ActionButton>
      <ActionButton v-if="!isLast" @click="walk.leave()">Leave it</ActionButton>
    </p>
  </aside>
</template>

<style scoped>
.walk {
  position: sticky;
  bottom: 0;
  z-index: 3;
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2) var(--s5);
  align-items: baseline;
  margin-top: var(--s4);
  padding: var(--s3) var(--s4);
  background: var(--sheet);
  border: var(--line) solid var(--ink);
}

.walk p {
  margin: 0;
  max-width: 46rem;
}

.acts {
  display: flex;
  gap: var(--s4);
  margin-left: auto;
}

@media print {
  .walk {
    display: none;
  }
}
</style>
