<script setup lang="ts">
import { computed } from 'vue'

import type { Piece } from '../../api/types'
import FigureRow from '../../components/FigureRow.vue'
import PieceField from '../../components/PieceField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import type { CradleDocument } from './methods'

/** How level the cradle stands: a rise over a length, from a spirit level or from two heights. */
const props = defineProps<{ piece: Piece; cradle: CradleDocument }>()
const context = usePiece()
const isKnown = computed(() => !!props.cradle.tilt)
const set = (value: unknown, label: string) =>
  context.change([{ path: `${STAGE}.cradle.tilt`, value }], label)
</script>

<template>
  <section aria-labelledby="lean-heading">
    <h2 id="lean-heading">Level</h2>
    <template v-if="isKnown">
      <PieceField path="cradle.tilt.rise" label="One side is higher by" figure="run_off" />
      <PieceField path="cradle.tilt.over" label="over a length of" hint="of rule or level" figure="run_off" />
      <FigureRow
        v-for="key in ['run_off', 'thin_side', 'thick_side']"
        :key="key"
        :figure="piece.plan.figures[key]"
      />
      <button type="button" class="text-button" @click="set(null, 'level')">It stands level</button>
    </template>
    <button v-else type="button" class="text-button" @click="set({ rise: '1 mm', over: '300 mm' }, 'lean')">
      It leans: say by how much
    </button>
  </section>
</template>

<style scoped>
h2 {
  font-size: 1rem;
  border-bottom: 1px solid var(--ink);
  padding-bottom: 4px;
}
</style>
