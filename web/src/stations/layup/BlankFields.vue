<script setup lang="ts">
import { computed } from 'vue'

import type { Choices, Piece } from '../../api/types'
import ChoiceField from '../../components/ChoiceField.vue'
import PieceField from '../../components/PieceField.vue'
import PieceText from '../../components/PieceText.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import type { StageDocument } from '../../composables/useStage'

/** The blank: its outline and size, the sheets that lie on one another, and what carries it. */
const props = defineProps<{ stage: StageDocument; family: string; choices: Choices; piece: Piece }>()
const context = usePiece()
const layup = computed(() => props.stage.layup)
const layers = computed(() => layup.value.layers ?? [])
const isTaken = computed(() => !layers.value.length && !!props.stage.takes?.length)
const outline = computed(() => layup.value.outline ?? 'round')
const size = computed(
  () => ({ round: 'Across', square: 'Side', oblong: 'Longer side' })[outline.value] ?? 'Across',
)
const set = (name: string, value: unknown, label: string) =>
  context.change([{ path: `${STAGE}.layup.${name}`, value }], label)
const add = () => set('layers', [...layers.value, { thick: '3 mm', count: 1 }], 'a layer')
const drop = () => set('layers', layers.value.slice(0, -1), 'a layer less')
</script>

<template>
  <section aria-label="The blank">
    <h2>{{ family === 'hang' ? 'What hangs' : 'The blank' }}</h2>
    <template v-if="!isTaken">
      <ChoiceField
        v-if="family !== 'hang'"
        label="Outline"
        :value="outline"
        :options="choices.outlines"
        @choose="(v: string) => set('outline', v, 'outline')"
      />
      <PieceField
        path="layup.length"
        :label="family === 'hang' ? 'Hangs below the hook' : size"
        placeholder="as the cradle asks"
        figure="blank"
      />
      <PieceField
        v-if="outline === 'oblong' || family === 'hang'"
        path="layup.width"
        :label="family === 'hang' ? 'Wide' : 'Shorter side'"
        placeholder="as the cradle asks"
        figure="blank"
      />
      <div v-for="(_, i) in layers" :key="i" class="layer">
        <PieceField
          :path="`layup.layers.${i}.thick`"
          :label="layers.length > 1 ? `Layer ${i + 1}, sheet` : 'Sheet'"
          figure="blank_thickness"
        />
        <PieceText :path="`layup.layers.${i}.count`" label="how many" usual="1" :most="4" />
      </div>
      <p class="acts">
        <button type="button" class="text-button" @click="add">Lay another layer</button>
        <button v-if="layers.length > 1" type="button" class="text-button" @click="drop">
          Take the last layer off
        </button>
      </p>
    </template>
    <p v-else class="small">
      What came before is the blank.
      <button type="button" class="text-button" @click="add">Lay new glass as well</button>
    </p>
    <PieceField
      path="glass.charge"
      label="Weighed"
      hint="or worked out"
      placeholder="from its size"
      figure="charge_mass"
    />
    <PieceText v-if="family === 'lay'" path="layup.pieces" label="Pieces alike" usual="1" :most="5" />
    <template v-if="family === 'drape'">
      <PieceField path="layup.posts" label="Posts under the former" figure="clearance" />
      <PieceField path="layup.lining" label="Fibre paper on it" figure="clearance" />
    </template>
  </section>
</template>

<style scoped>
h2 {
  font-size: 1rem;
  border-bottom: 1px solid var(--ink);
  padding-bottom: 4px;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
}
</style>
