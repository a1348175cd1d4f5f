<script setup lang="ts">
import { computed } from 'vue'

import type { HotMove, Stage } from '../../api/types'
import ChoiceEntry from '../../components/ChoiceEntry.vue'
import EntryGroup from '../../components/EntryGroup.vue'
import PieceField from '../../components/PieceField.vue'
import PieceText from '../../components/PieceText.vue'
import { usePiece } from '../../composables/usePiece'
import { ActionButton } from '../../kit/ActionButton'
import Fold from '../../kit/Fold.vue'
import Making from '../../kit/Making.vue'

/** What is done by hand while it is hot, one after another. */
const props = defineProps<{ stage: Stage }>()
const context = usePiece()
const hot = computed(() => props.stage.layup?.hot ?? [])
const write = (next: (now: HotMove[]) => HotMove[], label: string) =>
  context.change(() => [{ path: context.at('layup.hot'), value: next([...hot.value]) }], label)
</script>

<template>
  <Fold
    name="blank-hot"
    label="Worked by hand while hot"
    hint="fold, roll, press, pull"
    :is-used="hot.length > 0"
  >
    <p v-if="hot.length" class="small">
      Suit, gloves, a second person, power off, seconds each time: for people who were taught it.
    </p>
    <EntryGroup
      v-for="(_, i) in hot"
      :key="i"
      :name="`Move ${i + 1}`"
      @drop="write((now) => now.filter((_, j) => j !== i), 'a move less')"
    >
      <ChoiceEntry :path="`layup.hot.${i}.does`" label="What is done" undo="what is done by hand" />
      <PieceText :path="`layup.hot.${i}.how`" label="How" :most="120" />
      <PieceField :path="`layup.hot.${i}.lasts`" label="Lid open for" placeholder="20 s" />
      <PieceText :path="`layup.hot.${i}.walls`" label="Walls that lie together then" usual="2" :most="2" />
    </EntryGroup>
    <Making
      ><p>
        <ActionButton @click="write((now) => [...now, {}], 'a move by hand')">A move by hand</ActionButton>
      </p></Making
    >
  </Fold>
</template>
