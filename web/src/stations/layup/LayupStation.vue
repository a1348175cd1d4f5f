<script setup lang="ts">
import Button from 'primevue/button'
import { computed, defineAsyncComponent } from 'vue'

import type { Choices, Piece } from '../../api/types'
import Answer from '../../components/Answer.vue'
import CautionList from '../../components/CautionList.vue'
import FindingsList from '../../components/FindingsList.vue'
import SumLinks from '../../components/SumLinks.vue'
import { useStage } from '../../composables/useStage'
import BlankFields from './BlankFields.vue'
import FilledFields from './FilledFields.vue'
import FormFits from './FormFits.vue'
import LyingFields from './LyingFields.vue'
import PressFields from './PressFields.vue'
import FigureList from '../../kit/FigureList.vue'
import OutcomeShape from './OutcomeShape.vue'

// a piece of one firing takes nothing in
const TakesFields = defineAsyncComponent(() => import('./TakesFields.vue'))

/** What lies how on what, before the lid closes; each family has its own words here. */
const props = defineProps<{ piece: Piece; choices: Choices }>()
const { stage, does, isFilled } = useStage(() => props.piece)
const family = computed(() => props.piece.plan.family)
const isCut = computed(() => !isFilled.value && !does.value.is_pressed && !!stage.value.layup?.layers?.length)
const ROWS: Record<string, string[]> = {
  fill: ['bulk_volume', 'heap_room', 'thickness'],
  lay: ['piece_mass', 'blank_thickness', 'grows_to', 'spread_thickness', 'sinks_to', 'neck_sinks_to'],
  press: ['pile', 'press_weight', 'pressed_to', 'pressed_size'],
  slump: [
    'piece_mass',
    'blank_thickness',
    'pool_across',
    'rim_after',
    'thinnest',
    'touches_after',
    'lies_in_after',
    'form_depth',
  ],
  drape: ['piece_mass', 'blank_thickness', 'overhang', 'clearance', 'bend_line', 'lean', 'lies_in_after'],
  hang: ['piece_mass', 'hung', 'drop', 'touches_after', 'parts_after'],
}
const SUMS: Record<string, string[]> = {
  fill: ['top-up', 'share'],
  lay: ['spread', 'dam'],
  press: ['press'],
  slump: ['slump', 'ring', 'wobble', 'hole'],
  drape: ['drape', 'topple'],
  hang: ['stretch', 'hang'],
}
</script>

<template>
  <section class="station">
    <Answer class="first" :said="piece.plan.answers.layup" />
    <div class="rest">
      <TakesFields v-if="piece.chain.links.length > 1" :piece="piece" :stage="stage" />
      <FilledFields v-if="isFilled" :stage="stage" />
      <PressFields v-else-if="does.is_pressed" :stage="stage" />
      <BlankFields v-else :stage="stage" :does="does" :piece="piece" />
      <div>
        <FigureList :figures="piece.plan.figures" :keys="ROWS[family] ?? []" />
      </div>
      <FindingsList :findings="piece.plan.findings" station="layup" />
      <LyingFields :stage="stage" />
      <OutcomeShape :piece="piece" />
      <FormFits v-if="does.has_form && !does.drops_through" :piece="piece" />
      <div class="go">
        <Button
          as="router-link"
          :to="{ name: 'piece', params: { id: piece.id, station: 'heat' } }"
          label="Go on to the heat"
        />
        <Button
          v-if="isCut"
          as="router-link"
          variant="outlined"
          :to="{ name: 'cutting', params: { id: piece.id } }"
          label="How it is cut"
        />
        <Button
          v-if="isCut"
          as="router-link"
          variant="outlined"
          :to="{ name: 'pattern', params: { id: piece.id, part: 'blank' } }"
          label="Its pattern, 1 : 1"
        />
      </div>
      <SumLinks :piece-id="piece.id" :keys="SUMS[family] ?? []" />
      <CautionList :cautions="piece.plan.cautions" station="layup" />
    </div>
  </section>
</template>

<style scoped src="../station.css"></style>
