<script setup lang="ts">
import { computed } from 'vue'

import type { Piece } from '../../api/types'
import { ActionButton } from '../../kit/ActionButton'
import PieceField from '../../components/PieceField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import type { CradleDocument } from './methods'
import FigureList from '../../kit/FigureList.vue'
import Section from '../../kit/Section.vue'

/** How level the cradle stands: a rise over a length, from a spirit level or from two heights. */
const props = defineProps<{ piece: Piece; cradle: CradleDocument }>()
const context = usePiece()
const isKnown = computed(() => !!props.cradle.tilt)
const set = (value: unknown, label: string) =>
  context.change([{ path: `${STAGE}.cradle.tilt`, value }], label)
</script>

<template>
  <Section title="Level">
    <template v-if="isKnown">
      <PieceField path="cradle.tilt.rise" label="One side is higher by" figure="run_off" />
      <PieceField path="cradle.tilt.over" label="over a length of" hint="of rule or level" figure="run_off" />
      <FigureList :figures="piece.plan.figures" :keys="['run_off', 'thin_side', 'thick_side']" />
      <ActionButton @click="set(null, 'level')">It stands level</ActionButton>
    </template>
    <ActionButton v-else @click="set({ rise: '1 mm', over: '300 mm' }, 'lean')">
      It leans: say by how much
    </ActionButton>
  </Section>
</template>
