<script setup lang="ts">
import Checkbox from 'primevue/checkbox'
import { useId } from 'vue'

import type { Step } from '../../api/types'
import type { useStepActs } from '../../composables/useStepActs'
import { ActionButton } from '../../kit/ActionButton'
import PieceField from '../../components/PieceField.vue'
import FilePick from '../../kit/FilePick.vue'
import Fold from '../../kit/Fold.vue'
import Section from '../../kit/Section.vue'
import TextField from '../../kit/TextField.vue'
import { useLooking } from '../../kit/looking'
import Making from '../../kit/Making.vue'

/** What is looked at, and that it was done: when, how long it took, a note, photographs. */
const props = defineProps<{ step: Step; acts: ReturnType<typeof useStepActs> }>()
const id = useId()
const looking = useLooking()
const doneOn = () =>
  new Date(props.step.done_at!).toLocaleDateString('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
  })
</script>

<template>
  <Section title="Done">
    <div v-for="check in step.checks" :key="check.key" class="check">
      <Checkbox
        :input-id="`${id}-${check.key}`"
        binary
        :model-value="step.ticked.includes(check.key)"
        :disabled="looking"
        @update:model-value="acts.mark(step.key, { tick: check.key })"
      />
      <label :for="`${id}-${check.key}`">{{ check.text }}</label>
    </div>
    <p>
      <template v-if="step.done_at">Done {{ doneOn() }}{{ step.by && `, ${step.by}` }}. </template>
      <Making
        ><ActionButton @click="acts.mark(step.key, { is_done: !step.done_at })">
          {{ step.done_at ? 'It is not done yet' : 'It is done' }}
        </ActionButton></Making
      >
    </p>
    <template v-if="step.done_at">
      <TextField
        label="It took"
        hint="at the bench"
        :value="step.took"
        :most="60"
        @commit="(took: string) => acts.mark(step.key, { took })"
      />
      <TextField
        label="Note"
        :value="step.note"
        :most="2000"
        @commit="(note: string) => acts.mark(step.key, { note })"
      />
    </template>
    <Fold
      v-if="step.done_at"
      name="step-measured"
      label="Measured"
      hint="goes on in the place of what is reckoned"
    >
      <PieceField path="after.length" label="Long" placeholder="as reckoned" />
      <PieceField path="after.width" label="Wide" placeholder="as reckoned" />
      <PieceField path="after.thickness" label="Thick" placeholder="as reckoned" />
      <PieceField path="after.weight" label="Weighs" placeholder="as reckoned" />
    </Fold>
    <p class="photos">
      <FilePick
        v-for="when in ['before', 'after'] as const"
        :key="when"
        :label="`Photograph ${when}`"
        accept="image/jpeg,image/png,image/webp"
        is-camera
        :is-busy="acts.isBusy.value"
        @pick="(file: File) => acts.photograph(step.key, file, when === 'before')"
      />
      <img
        v-for="photo in step.photos"
        :key="photo.photo_id"
        :src="`/api/photos/${photo.photo_id}`"
        :alt="`${photo.when} the step`"
      />
    </p>
  </Section>
</template>

<style scoped>
.check {
  display: flex;
  gap: var(--s3);
  align-items: center;
  min-height: var(--row);
}

.photos {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2) var(--s4);
  align-items: center;
}

img {
  height: 4rem;
}
</style>
