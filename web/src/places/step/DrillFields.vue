<script setup lang="ts">
import type { Step } from '../../api/types'
import EntryGroup from '../../components/EntryGroup.vue'
import FlagEntry from '../../components/FlagEntry.vue'
import PieceField from '../../components/PieceField.vue'
import { ActionButton } from '../../kit/ActionButton'
import { useStepList } from './useStepList'

/** Where it is drilled, and how wide. */
defineProps<{ step: Step }>()
const holes = useStepList<{ x?: string; y?: string; across?: string }>('drill.holes')
</script>

<template>
  <div>
    <EntryGroup
      v-for="(_, i) in holes.list.value ?? []"
      :key="i"
      :name="`Hole ${i + 1}`"
      @drop="holes.drop(i, 'a hole less')"
    >
      <PieceField :path="`drill.holes.${i}.across`" label="So wide" placeholder="10 mm" />
      <PieceField :path="`drill.holes.${i}.x`" label="Right of the middle" placeholder="0 mm" />
      <PieceField :path="`drill.holes.${i}.y`" label="Away from you" placeholder="0 mm" />
    </EntryGroup>
    <p><ActionButton @click="holes.add({}, 'a hole')">One hole more</ActionButton></p>
    <FlagEntry
      path="drill.is_drain"
      label="It is a drain"
      hint="to lie lowest once formed"
      undo="whether it is a drain"
    />
  </div>
</template>
