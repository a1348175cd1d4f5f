<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'

import PieceField from '../../components/PieceField.vue'
import Answer from '../../components/Answer.vue'
import FindingsList from '../../components/FindingsList.vue'
import LoadState from '../../kit/LoadState.vue'
import { providePiece, STAGE } from '../../composables/usePiece'
import { useShortcuts } from '../../composables/useShortcuts'
import ErrorBudget from '../../stations/cradle/ErrorBudget.vue'
import WaysList from '../../stations/cradle/WaysList.vue'
import { BENCH_STEPS } from './benchSteps'

/** Measuring with wet hands: one thing at a time, in large type. */
const props = defineProps<{ id: number; stage: string }>()
const context = providePiece(props.id, props.stage)
const { piece, query } = context
const at = ref(0)
const cradle = computed(() => piece.value?.stage.cradle)
const steps = computed(() => BENCH_STEPS[cradle.value?.method ?? ''] ?? BENCH_STEPS.level!)
const step = computed(() => steps.value[at.value]!)
const isLast = computed(() => at.value === steps.value.length - 1)
const measured = [{ path: 'cradle.measured', value: true }]
const move = (by: number) => {
  at.value = Math.max(0, Math.min(steps.value.length - 1, at.value + by))
}
const soaked = (value: boolean) => {
  void context.change([{ path: `${STAGE}.cradle.soaked`, value }], 'soaked through')
  move(1)
}
useShortcuts({ ArrowRight: () => move(1), ArrowLeft: () => move(-1) })
</script>

<template>
  <LoadState
    v-if="!piece || !cradle"
    :is-loading="query.isPending.value"
    :error="query.error.value"
    @again="query.refetch()"
  />
  <section v-else class="bench" aria-labelledby="bench-step">
    <p class="quiet">{{ piece.name }}, {{ cradle.name }} · step {{ at + 1 }} of {{ steps.length }}</p>
    <h1 id="bench-step" aria-live="polite">{{ step.does }}</h1>
    <p v-if="step.why" class="why">{{ step.why }}</p>
    <div class="ask">
      <PieceField
        v-for="field in step.fields ?? []"
        :key="field.path"
        v-bind="field"
        :alongside="measured"
        figure="cradle_volume"
      />
    </div>
    <p v-if="step.asks === 'soaked'" class="go">
      <Button label="Yes, soaked through" @click="soaked(true)" />
      <Button variant="outlined" label="No, it is dry" @click="soaked(false)" />
    </p>
    <template v-if="isLast">
      <Answer :said="piece.plan.answers.cradle" />
      <ErrorBudget :figure="piece.plan.figures.cradle_volume" />
      <WaysList :piece="piece" />
      <FindingsList :findings="piece.plan.findings" station="cradle" />
    </template>
    <p class="go">
      <Button v-if="at" variant="outlined" label="Back" @click="move(-1)" />
      <Button v-if="!isLast" label="Done, next" @click="move(1)" />
      <Button
        v-else
        as="router-link"
        :to="{ name: 'piece', params: { id: piece.id, station: 'cradle' } }"
        label="Back to the piece"
      />
    </p>
  </section>
</template>

<style scoped>
.bench {
  display: grid;
  gap: var(--s5);
  max-width: 46rem;
  padding: var(--s3) 0 var(--s8);
  align-content: start;
}

h1 {
  font-size: var(--f6);
  line-height: 1.25;
  text-wrap: balance;
}

.why {
  font-size: var(--f4);
  color: var(--ink-soft);
}

.ask {
  font-size: var(--f4);
}

.ask :deep(input) {
  font-size: var(--f5);
  min-height: 3.25rem;
}

.ask :deep(.row) {
  grid-template-columns: minmax(0, 1fr) 12rem 6rem;
  min-height: 4rem;
}

.go {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s4);
}

.go .p-button {
  font-size: var(--f4);
  min-height: 3.5rem;
  padding-inline: var(--s6);
}

@media (max-width: 30em) {
  .ask :deep(.row) {
    grid-template-columns: minmax(0, 1fr) 8.6rem;
  }
}
</style>
