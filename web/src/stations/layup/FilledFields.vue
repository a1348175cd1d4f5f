<script setup lang="ts">
import ChoiceField from '../../components/ChoiceField.vue'
import PieceField from '../../components/PieceField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import type { StageDocument } from '../../composables/useStage'
import { WETS } from './words'

/** How a room is filled: how wet the mould goes in, and how high the glass is heaped is seen on the drawing. */
defineProps<{ stage: StageDocument }>()
const context = usePiece()
</script>

<template>
  <section aria-label="How it is filled">
    <ChoiceField
      v-if="stage.cradle.material === 'plaster-silica'"
      label="The mould goes in"
      :value="stage.layup.wet ?? 'wet'"
      :options="WETS"
      @choose="
        (value: string) => context.change([{ path: `${STAGE}.layup.wet`, value }], 'how wet the mould is')
      "
    />
    <PieceField
      path="glass.charge"
      label="Put in your own weight"
      hint="or leave it empty"
      placeholder="to the line"
      figure="charge_mass"
    />
  </section>
</template>
