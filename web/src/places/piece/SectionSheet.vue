<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Piece } from '../../api/types'
import { STAGE, usePiece } from '../../composables/usePiece'
import { useMotion } from '../../composables/useMotion'
import { usePreferences } from '../../composables/usePreferences'
import { useStage } from '../../composables/useStage'
import PlanSketch from '../../drawing/PlanSketch.vue'
import PlanView from '../../drawing/PlanView.vue'
import SectionDrawing from '../../drawing/SectionDrawing.vue'
import MotionStrip from '../../drawing/MotionStrip.vue'
import SketchDrawing from '../../drawing/SketchDrawing.vue'
import TitleBlock from '../../drawing/TitleBlock.vue'

const props = defineProps<{ piece: Piece; isStill?: boolean; isMoving?: boolean }>()
const preferences = usePreferences()
const scale = ref(1)
const { motion, at, frame } = useMotion(
  () => props.piece,
  () => !!props.isMoving && !!props.piece.plan.sketch,
)
const CSS_PIXELS_PER_METRE = 96 / 0.0254

const context = usePiece()
const isMovable = computed(() => {
  const { has_form, has_former } = props.piece.plan.traits
  return !!props.isMoving && (has_former || has_form)
})
const move = (mm: number) =>
  context.change([{ path: `${STAGE}.layup.offset`, value: `${mm} mm` }], 'where the blank lies')
const cradle = computed(() => props.piece.stage.cradle)
const { family } = useStage(() => props.piece)
const cradleWord = computed(() => {
  const word = props.piece.plan.section ? 'cradle' : (family.value?.cradle ?? 'cradle')
  return word[0]!.toUpperCase() + word.slice(1)
})
const dimension = (name: string) => props.piece.plan.section?.dimensions.find((d) => d.name === name)
const notes = computed(() => {
  const reserve = dimension('reserve')
  const bulk = props.piece.plan.figures.bulk_volume
  return {
    heap: bulk ? preferences.pick(bulk.shown).text : '',
    reserve: reserve ? preferences.pick(reserve.shown) : null,
  }
})
const ratio = computed(() => {
  const found = CSS_PIXELS_PER_METRE / scale.value
  return found >= 1 ? `1 : ${found.toFixed(1)}` : `${(1 / found).toFixed(1)} : 1`
})
const cells = computed(() => [
  ...(props.isStill ? [] : [{ name: 'Piece', value: props.piece.name }]), // the card's heading has it
  { name: cradleWord.value, value: cradle.value.name },
  { name: 'Scale', value: ratio.value },
  { name: 'Revision', value: String(props.piece.version) },
  {
    name: 'Date',
    value: new Date(props.piece.updated_at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short' }),
  },
])
// a size that is changed on the drawing has been measured
const alongside = [{ path: `${STAGE}.cradle.measured`, value: true }]
</script>

<template>
  <figure class="sheet-of-paper">
    <SketchDrawing
      v-if="piece.plan.sketch"
      :sketch="piece.plan.sketch"
      :alongside="alongside"
      :is-still="isStill"
      :moving="frame?.shape"
      :sheet="motion?.sheet_m"
      :is-movable="isMovable"
      @moved="move"
      @scaled="(found: number) => (scale = found)"
    />
    <SectionDrawing
      v-else-if="piece.plan.section"
      :section="piece.plan.section"
      :notes="notes"
      :alongside="alongside"
      :is-still="isStill"
      @scaled="(found) => (scale = found)"
    />
    <PlanSketch v-if="isMoving && piece.plan.sketch?.plan.length" :bodies="piece.plan.sketch.plan" />
    <PlanView
      v-if="!isStill && piece.plan.section?.plan_rings.length"
      :rings="piece.plan.section.plan_rings"
    />
    <MotionStrip v-if="isMoving && motion && piece.plan.sketch" v-model="at" :motion="motion" />
    <TitleBlock :cells="cells" />
  </figure>
</template>

<style scoped>
.sheet-of-paper {
  margin: 0;
  border: var(--line) solid var(--rule);
  border-bottom: 0;
}
</style>
