<script setup lang="ts">
import { computed } from 'vue'

import type { LayerDocument, Stage } from '../../api/types'
import FlagEntry from '../../components/FlagEntry.vue'
import PieceField from '../../components/PieceField.vue'
import PieceText from '../../components/PieceText.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import { ActionButton } from '../../kit/ActionButton'
import Making from '../../kit/Making.vue'

/** Sheets in the order in which they are laid, the lowest first; moved by buttons, by Alt and the arrows, or dragged. */
const props = defineProps<{ stage: Stage; isTaken: boolean; isNamed?: boolean }>()
const context = usePiece()
const layers = computed(() => props.stage.layup?.layers ?? [])
// a disc and a square lie as they like
const hasLength = computed(() => ['oblong', 'oval', 'drawn'].includes(props.stage.layup?.outline ?? 'round'))
const write = (next: (now: LayerDocument[]) => LayerDocument[], label: string) =>
  context.change(() => [{ path: `${STAGE}.layup.layers`, value: next([...layers.value]) }], label)
const add = () => write((now) => [...now, { thick: '3 mm', count: 1 }], 'a layer')
const drop = (at: number) => write((now) => now.filter((_, i) => i !== at), 'a layer less')

function move(from: number, to: number) {
  if (to < 0 || to >= layers.value.length || to === from) return
  void write((now) => {
    now.splice(to, 0, ...now.splice(from, 1))
    return now
  }, 'layers in another order')
}
function onKey(event: KeyboardEvent, at: number) {
  if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return
  event.preventDefault()
  move(at, event.key === 'ArrowUp' ? at - 1 : at + 1)
}
let dragged = -1
</script>

<template>
  <ol v-if="!isTaken" class="layers" aria-label="Layers, the lowest first">
    <li
      v-for="(_, i) in layers"
      :key="i"
      @keydown="onKey($event, i)"
      @dragover.prevent
      @drop.prevent="move(dragged, i)"
    >
      <div v-if="layers.length > 1" class="head" draggable="true" @dragstart="dragged = i">
        <span class="small quiet">{{
          i === 0 ? 'lowest' : i === layers.length - 1 ? 'on top' : `layer ${i + 1}`
        }}</span>
        <Making
          ><ActionButton :disabled="i === 0" @click="move(i, i - 1)">down</ActionButton>
          <ActionButton :disabled="i === layers.length - 1" @click="move(i, i + 1)"> up </ActionButton>
          <ActionButton @click="drop(i)">take off</ActionButton></Making
        >
      </div>
      <PieceField
        :path="`layup.layers.${i}.thick`"
        :label="layers.length > 1 ? `Layer ${i + 1}, sheet` : 'Sheet'"
        figure="blank_thickness"
      />
      <PieceText :path="`layup.layers.${i}.count`" label="how many" usual="1" :most="4" />
      <PieceText
        v-if="isNamed"
        :path="`layup.layers.${i}.name`"
        label="Called"
        :usual="`strip ${i + 1}`"
        :most="60"
      />
      <FlagEntry
        v-if="hasLength"
        :path="`layup.layers.${i}.along`"
        label="Stripes along its length"
        hint="as it is cut"
        undo="which way its stripes run"
      />
    </li>
  </ol>
  <Making
    ><p class="acts">
      <ActionButton @click="add">
        {{ isTaken ? 'Lay new glass as well' : 'Lay another layer' }}
      </ActionButton>
    </p></Making
  >
</template>

<style scoped>
.layers {
  list-style: none;
  margin: 0;
  padding: 0;
}

.head {
  display: flex;
  gap: var(--s4);
  align-items: baseline;
  cursor: grab;
  padding-top: var(--s2);
}

.head span {
  flex: 1;
}

.acts {
  margin: var(--s0) 0;
}
</style>
