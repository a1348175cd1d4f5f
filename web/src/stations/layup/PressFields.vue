<script setup lang="ts">
import type { Stage } from '../../api/types'
import PieceField from '../../components/PieceField.vue'
import PieceText from '../../components/PieceText.vue'

/** What is pressed, by what, to what. */
defineProps<{ stage: Stage }>()
</script>

<template>
  <section aria-label="What is pressed">
    <PieceField
      path="glass.charge"
      label="All piles together"
      hint="weighed"
      placeholder="100 g each"
      figure="charge_mass"
    />
    <PieceText path="layup.pieces" label="Piles alike" usual="1" :most="5" />
    <PieceField path="layup.weight" label="Weight on it" hint="shelf and posts" figure="press_weight" />
    <PieceField
      path="layup.to"
      label="Pressed to"
      hint="or the spacers"
      placeholder="2 mm"
      figure="thickness_said"
    />
  </section>
</template>
