<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'

import type { Choices, Piece } from '../../api/types'
import { ActionButton } from '../../kit/ActionButton'
import Fold from '../../kit/Fold.vue'
import ChoiceField from '../../kit/ChoiceField.vue'
import PieceField from '../../components/PieceField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import type { CradleDocument } from './methods'
import PartFields from './PartFields.vue'
import Section from '../../kit/Section.vue'

const MeshPanel = defineAsyncComponent(() => import('./MeshPanel.vue'))

/** The same sizes as on the drawing, as plain fields for keyboard and phone, and what the cradle is made of. */
const props = defineProps<{ cradle: CradleDocument; choices: Choices; piece: Piece }>()
const context = usePiece()
const measured = [{ path: 'cradle.measured', value: true }]
const wantsMesh = ref(false)
const hasMesh = computed(() => !!props.cradle.solid)
const cores = computed(() => props.cradle.parts.filter((part) => part.as === 'core').length)

const startingPart = (shape: string) => ({ ...props.choices.shapes.find((s) => s.key === shape)?.parts[0] })
const set = (parts: unknown[], label: string) =>
  context.change([{ path: `${STAGE}.cradle.parts`, value: parts }], label)
const stacked = () => props.cradle.parts.filter((part) => part.as !== 'core')
const standing = () => props.cradle.parts.filter((part) => part.as === 'core')
const add = () => set([...stacked(), startingPart('cylinder'), ...standing()], 'a part on top')
const core = () =>
  set([...props.cradle.parts, { shape: 'cylinder', as: 'core', bore: '10 mm', height: '30 mm' }], 'a core')
const drop = () => set(props.cradle.parts.slice(0, -1), 'a part less')
</script>

<template>
  <Section :title="hasMesh ? 'Shape from a file' : 'Sizes'">
    <MeshPanel v-if="hasMesh || wantsMesh" :cradle="cradle" :piece="piece" @close="wantsMesh = false" />
    <template v-if="!hasMesh">
      <PartFields
        v-for="(part, index) in cradle.parts"
        :key="index"
        :part="part"
        :index="index"
        :parts="cradle.parts"
        :choices="choices"
        :piece="piece"
      />
      <Fold name="cradle-parts" label="Another part, a core, a scan">
        <p class="parts">
          <ActionButton v-if="cradle.parts.length < 12" @click="add"> Set a part on top </ActionButton>
          <ActionButton v-if="cradle.parts.length < 12" @click="core"> Stand a core in it </ActionButton>
          <ActionButton v-if="cradle.parts.length > 1" @click="drop">
            {{ cores ? 'Take the last core out' : 'Take the top part off' }}
          </ActionButton>
          <ActionButton v-if="!wantsMesh" @click="wantsMesh = true">
            From a scan or a model (STL, OBJ …)
          </ActionButton>
        </p>
      </Fold>
    </template>
    <PieceField
      path="cradle.line"
      label="Casting line"
      hint="above the deepest point"
      figure="thickness"
      :alongside="measured"
    />
    <PieceField path="cradle.wall" label="Wall" hint="thickness of the mould" figure="effective_thickness" />
    <ChoiceField
      label="Made of"
      :value="cradle.material"
      :options="choices.materials"
      @choose="(value: string) => context.change([{ path: `${STAGE}.cradle.material`, value }], 'material')"
    />
  </Section>
</template>

<style scoped>
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s0) var(--s4);
  padding: var(--s2) 0;
}
</style>
