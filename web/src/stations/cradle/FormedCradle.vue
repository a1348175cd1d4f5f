<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'

import type { Choices, Cradle, Piece } from '../../api/types'
import CautionList from '../../components/CautionList.vue'
import ChoiceField from '../../kit/ChoiceField.vue'
import FindingsList from '../../components/FindingsList.vue'
import PieceField from '../../components/PieceField.vue'
import PieceText from '../../components/PieceText.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import { useStage } from '../../composables/useStage'
import CradleShelf from './CradleShelf.vue'
import type { CradleDocument } from './methods'
import PartFields from './PartFields.vue'
import Section from '../../kit/Section.vue'

/** What shapes a blank: a form, a former, shelves, a hook; its sizes in the words of the family. */
const props = defineProps<{ piece: Piece; cradle: CradleDocument; choices: Choices; shelved?: Cradle }>()
const context = usePiece()
const { family } = useStage(() => props.piece)
const figure = computed(() => props.piece.plan.thread.find((b) => b.station === 'layup')?.figure ?? '')
const hasWall = computed(() => {
  const { lies_free, is_pressed, hangs } = props.piece.plan.traits
  return !(lies_free || is_pressed || hangs)
})
const choose = (name: string, value: unknown, label: string) =>
  context.change([{ path: `${STAGE}.cradle.${name}`, value }], label)
</script>

<template>
  <div class="rest">
    <FindingsList :findings="piece.plan.findings" station="cradle" />
    <Section title="Sizes">
      <PartFields
        v-for="(part, index) in cradle.parts"
        :key="index"
        :part="part"
        :index="index"
        :parts="cradle.parts"
        :choices="choices"
        :piece="piece"
        :words="family?.sizes ?? []"
        :shapes="family?.shapes"
        :figure="figure"
      />
      <PieceField v-if="hasWall" path="cradle.wall" label="Wall" hint="its thickness" :figure="figure" />
      <PieceField path="cradle.reading" label="Sizes are read to" :figure="figure" />
      <ChoiceField
        label="Made of"
        :value="cradle.material"
        :options="choices.materials"
        @choose="(value: string) => choose('material', value, 'material')"
      />
      <PieceText path="cradle.name" :label="`Name of the ${family?.cradle ?? 'cradle'}`" />
    </Section>
    <div class="go">
      <Button
        as="router-link"
        :to="{ name: 'piece', params: { id: piece.id, station: 'glass' } }"
        label="Go on to the glass"
      />
    </div>
    <CradleShelf :piece="piece" :shelved="shelved" />
    <CautionList :cautions="piece.plan.cautions" station="cradle" />
  </div>
</template>

<style scoped src="../station.css"></style>
