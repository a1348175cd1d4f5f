<script setup lang="ts">
import type { Step } from '../../api/types'
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
    <fieldset v-for="(_, i) in holes.list.value ?? []" :key="i">
      <legend>
        Hole {{ i + 1 }}
        <ActionButton @click="holes.drop(i, 'a hole less')">leave it out</ActionButton>
      </legend>
      <PieceField :path="`drill.holes.${i}.across`" label="So wide" placeholder="10 mm" />
      <PieceField :path="`drill.holes.${i}.x`" label="Right of the middle" placeholder="0 mm" />
      <PieceField :path="`drill.holes.${i}.y`" label="Away from you" placeholder="0 mm" />
    </fieldset>
    <p><ActionButton @click="holes.add({}, 'a hole')">One hole more</ActionButton></p>
    <FlagEntry
      path="drill.is_drain"
      label="It is a drain"
      hint="to lie lowest once formed"
      undo="whether it is a drain"
    />
  </div>
</template>

<style scoped>
fieldset {
  border: 0;
  margin: 0;
  padding: 0 0 var(--s2);
}

legend {
  font-weight: 650;
  display: flex;
  gap: var(--s4);
}
</style>
