<script setup lang="ts">
import { computed, watchEffect } from 'vue'

import Answer from '../../components/Answer.vue'
import CautionList from '../../components/CautionList.vue'
import FindingsList from '../../components/FindingsList.vue'
import MessageText from '../../components/MessageText.vue'
import PieceText from '../../components/PieceText.vue'
import SumLinks from '../../components/SumLinks.vue'
import WorkingDrawer from '../../components/WorkingDrawer.vue'
import { useChoices } from '../../composables/useChoices'
import { providePiece } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'
import { useShortcuts } from '../../composables/useShortcuts'
import { useStepActs } from '../../composables/useStepActs'
import { provideWorking } from '../../composables/useWorking'
import { ActionButton } from '../../kit/ActionButton'
import FigureList from '../../kit/FigureList.vue'
import LoadState from '../../kit/LoadState.vue'
import Section from '../../kit/Section.vue'
import ChainStrip from '../piece/ChainStrip.vue'
import { ConflictDialog } from '../piece/parts'
import PieceHeader from '../piece/PieceHeader.vue'
import { STEP_FIELDS } from './fields'
import StepDone from './StepDone.vue'
import StepDrawing from './StepDrawing.vue'
import StepTakes from './StepTakes.vue'
import Making from '../../kit/Making.vue'

/** One step at the bench: what is done, before and after, what it gives, and that it was done. */
const props = defineProps<{ id: number; step: string }>()
const context = providePiece(props.id, '', props.step)
const { piece, query, trouble } = context
const { query: choices } = useChoices()
const preferences = usePreferences()
const acts = useStepActs(() => piece.value!, context)
const working = provideWorking()
const step = computed(() => piece.value?.steps.find((s) => s.key === props.step))
const fields = computed(() => (step.value ? STEP_FIELDS[step.value.does] : undefined))
// what a sum alone knew is reached where it is needed
const SUMS: Record<string, string[]> = { glue: ['topple', 'hang', 'base', 'wobble'], drill: ['hole'] }
const sums = computed(() => SUMS[step.value?.does ?? ''] ?? [])
const figures = computed(() => Object.keys(step.value?.figures ?? {}))
useShortcuts({
  w: () => (working.value = 'bench_time'),
  'Ctrl+z': () => context.undo('undo'),
  'Ctrl+Shift+z': () => context.undo('redo'),
})
watchEffect(
  () =>
    (document.title = piece.value ? `${step.value?.name ?? 'Bench'}: ${piece.value.name}` : 'Cold Cradle'),
)
</script>

<template>
  <LoadState
    v-if="!piece || !choices.data.value"
    :is-loading="query.isPending.value || choices.isPending.value"
    :error="query.error.value ?? choices.error.value"
    @again="(query.refetch(), choices.refetch())"
  />
  <article v-else class="step">
    <PieceHeader :piece="piece" />
    <ChainStrip :piece="piece" station="cradle" :step="step?.key" />
    <p v-if="trouble || acts.trouble.value" class="trouble" role="alert">
      ✕ {{ trouble || acts.trouble.value }}
    </p>
    <p v-if="!step">
      This step is not part of the piece any more.
      <RouterLink :to="{ name: 'piece', params: { id } }">Back to the piece</RouterLink>
    </p>
    <div v-else class="two">
      <div class="seen">
        <StepDrawing :step="step" />
        <p class="small quiet">Takes in <MessageText :said="step.takes" />.</p>
        <ul class="gives" aria-label="What it gives">
          <li v-for="part in step.parts" :key="part.key" :class="{ quiet: part.is_off_cut }">
            <b v-if="step.parts.length > 1">{{ part.letters.join(' ') || part.name }}</b>
            <MessageText :said="part.gives" />{{ part.is_off_cut ? ', put aside' : '' }}
          </li>
        </ul>
      </div>
      <div class="told">
        <Answer :said="step.answer" />
        <FindingsList :findings="step.findings" station="bench" />
        <component :is="fields" v-if="fields" :step="step" />
        <ul v-if="step.lines.length" class="lines" :aria-label="`${step.does_name}, line by line`">
          <li v-for="line in step.lines" :key="line.name">
            <span
              >{{ line.name }} <MessageText v-if="line.more" class="quiet small" :said="line.more"
            /></span>
            <span class="figures">{{ preferences.pick(line.shown).text }}</span>
          </li>
        </ul>
        <FigureList :figures="step.figures" :keys="figures" />
        <CautionList :cautions="step.cautions" station="bench" />
        <SumLinks v-if="sums.length" :piece-id="id" :keys="sums" />
        <StepDone :step="step" :acts="acts" />
        <Section title="This step">
          <PieceText path="name" label="Name" :usual="step.does_name" />
          <StepTakes :piece="piece" :step="step" />
          <Making
            ><p><ActionButton @click="acts.takeOut(step.key)">Take it out</ActionButton></p></Making
          >
        </Section>
      </div>
    </div>
    <WorkingDrawer
      v-if="working && step"
      v-model="working"
      :figures="step.figures"
      :is-loading="false"
      trouble=""
    />
    <ConflictDialog v-if="context.conflict.value" />
  </article>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: var(--s4) var(--s6);
  padding-top: var(--s3);
}

.told {
  display: grid;
  gap: var(--s3);
  align-content: start;
}

.trouble {
  color: var(--note);
  font-weight: 600;
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

.lines li {
  display: flex;
  justify-content: space-between;
  gap: var(--s3);
  min-height: var(--row);
  align-items: center;
  border-bottom: var(--line) solid var(--rule);
}

.gives li {
  padding: var(--s1) 0;
}

@media (max-width: 56em) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
