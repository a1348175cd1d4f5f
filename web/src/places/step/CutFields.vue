<script setup lang="ts">
import { computed } from 'vue'

import type { Step } from '../../api/types'
import ChoiceEntry from '../../components/ChoiceEntry.vue'
import EntryGroup from '../../components/EntryGroup.vue'
import PieceField from '../../components/PieceField.vue'
import { useDocument, usePiece } from '../../composables/usePiece'
import { ActionButton } from '../../kit/ActionButton'
import Fold from '../../kit/Fold.vue'
import CutParts from './CutParts.vue'
import { useStepList } from './useStepList'

/** Where it is cut, with what, and what becomes of each piece. */
defineProps<{ step: Step }>()
const context = usePiece()
const lines = useStepList<{ way?: string; at?: string; end?: string }>('cut.lines')
const by = useDocument<string>(context, () => context.at('cut.by'))
const isSawn = computed(() => (by.value ?? 'saw') === 'saw')
const NEW = ['across', 'along', 'round'] as const
const LABEL = { across: 'From its left end', along: 'From its near edge', round: 'So wide' } as const
const wayOf = (way?: string) => (way ?? 'across') as keyof typeof LABEL
</script>

<template>
  <div class="cuts">
    <EntryGroup
      v-for="(line, i) in lines.list.value ?? []"
      :key="i"
      :name="`Cut ${i + 1}`"
      @drop="lines.drop(i, 'a cut less')"
    >
      <ChoiceEntry :path="`cut.lines.${i}.way`" label="It goes" undo="which way a cut goes" />
      <PieceField
        :path="`cut.lines.${i}.at`"
        :label="LABEL[wayOf(line.way)]"
        :placeholder="wayOf(line.way) === 'round' ? 'half its width' : 'in the middle'"
      />
      <Fold
        v-if="wayOf(line.way) !== 'round'"
        :name="`cut-${i}`"
        label="Slanted"
        hint="its other end lies elsewhere"
      >
        <PieceField :path="`cut.lines.${i}.end`" label="Its other end" placeholder="the same" />
      </Fold>
    </EntryGroup>
    <p class="acts">
      <ActionButton v-for="way in NEW" :key="way" @click="lines.add({ way }, 'a cut')">
        Cut {{ way === 'round' ? 'a circle' : way }}
      </ActionButton>
    </p>
    <ChoiceEntry path="cut.by" label="With" undo="what it is cut with" />
    <PieceField v-if="isSawn" path="cut.kerf" label="The saw takes" placeholder="2 mm" />
    <CutParts :step="step" />
  </div>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s1) var(--s4);
}
</style>
