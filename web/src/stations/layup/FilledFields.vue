<script setup lang="ts">
import type { Stage } from '../../api/types'
import ChoiceEntry from '../../components/ChoiceEntry.vue'
import PieceField from '../../components/PieceField.vue'

/** How a room is filled: how wet the mould goes in, and how high the glass is heaped is seen on the drawing. */
defineProps<{ stage: Stage }>()
</script>

<template>
  <section aria-label="How it is filled">
    <ChoiceEntry
      v-if="stage.cradle.material === 'plaster-silica'"
      path="layup.wet"
      label="The mould goes in"
      undo="how wet the mould is"
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
