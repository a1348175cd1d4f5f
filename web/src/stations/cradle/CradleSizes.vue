<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Choices, Piece } from '../../api/types'
import Fold from '../../components/Fold.vue'
import ChoiceField from '../../components/ChoiceField.vue'
import PieceField from '../../components/PieceField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import type { CradleDocument } from './methods'
import MeshPanel from './MeshPanel.vue'
import PartFields from './PartFields.vue'

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
  <section aria-labelledby="sizes-heading">
    <h2 id="sizes-heading">{{ hasMesh ? 'Shape from a file' : 'Sizes' }}</h2>
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
          <button v-if="cradle.parts.length < 12" type="button" class="text-button" @click="add">
            Set a part on top
          </button>
          <button v-if="cradle.parts.length < 12" type="button" class="text-button" @click="core">
            Stand a core in it
          </button>
          <button v-if="cradle.parts.length > 1" type="button" class="text-button" @click="drop">
            {{ cores ? 'Take the last core out' : 'Take the top part off' }}
          </button>
          <button v-if="!wantsMesh" type="button" class="text-button" @click="wantsMesh = true">
            From a scan or a model (STL, OBJ …)
          </button>
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
  </section>
</template>

<style scoped>
h2 {
  font-size: 1rem;
  border-bottom: 1px solid var(--ink);
  padding-bottom: 4px;
}

.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
  padding: 6px 0;
}
</style>
