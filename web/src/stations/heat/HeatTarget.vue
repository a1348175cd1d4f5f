<script setup lang="ts">
import { computed } from 'vue'

import type { Piece } from '../../api/types'
import Fold from '../../kit/Fold.vue'
import { usePreferences } from '../../composables/usePreferences'
import TargetChoice from './TargetChoice.vue'
import FigureList from '../../kit/FigureList.vue'

/** The strain target, where it changes anything; where every one takes as long, a line says so and it folds away. */
const props = defineProps<{ piece: Piece }>()
const preferences = usePreferences()
const USUAL = ['gentle', 'usual', 'quick']
const ROWS = [
  'soak_thumb',
  'soak_physics',
  'residual_stress',
  'moved',
  'energy',
  'bows_within',
  'chunk_rate',
  'slab_rate',
  'surface_rate',
  'anneal_rate',
  'drying_hold',
] as const
const totals = computed(() =>
  (props.piece.plan.heat?.targets ?? [])
    .filter((t) => USUAL.includes(t.key))
    .map((t) => preferences.pick(t.total).text),
)
const isEven = computed(
  () =>
    totals.value.length === USUAL.length &&
    new Set(totals.value).size === 1 &&
    USUAL.includes(props.piece.stage.heat.target ?? 'usual'),
)
</script>

<template>
  <section aria-label="Strain target">
    <Fold
      v-if="isEven"
      name="heat-target"
      label="Strain target"
      :hint="`gentle, usual, quick: all ${totals[0]}; the kiln decides`"
    >
      <TargetChoice :piece="piece" />
    </Fold>
    <TargetChoice v-else :piece="piece" />
    <Fold name="heat-figures" label="Soak, strain left, energy, rates">
      <FigureList :figures="piece.plan.figures" :keys="ROWS" />
    </Fold>
  </section>
</template>
