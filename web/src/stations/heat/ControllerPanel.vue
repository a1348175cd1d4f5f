<script setup lang="ts">
import type { Piece } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import DataTable from '../../kit/DataTable.vue'

/** What is typed into the controller of this kiln. */
defineProps<{ piece: Piece; isStill?: boolean }>()
</script>

<template>
  <div v-if="piece.plan.heat" class="told">
    <DataTable
      label="Steps for the controller"
      :heads="['No.', `${piece.plan.heat.told.unit}/h`, piece.plan.heat.told.unit, 'Hold, h:min', '']"
      :words="[4]"
      :rows="
        piece.plan.heat.told.steps.map((step, i) => [`${i + 1}`, step.rate, step.to, step.hold, step.name])
      "
    />
    <p v-if="!piece.plan.heat.told.fits"><b>■ It does not fit.</b></p>
    <ul v-if="piece.plan.heat.told.notes.length">
      <li v-for="(note, i) in piece.plan.heat.told.notes" :key="i"><MessageText :said="note" /></li>
    </ul>
    <p v-if="!isStill" class="small quiet">
      How many steps it holds, how fine its rates are, °C or °F, and how far its thermometer is off: at the
      kiln's own page.
    </p>
  </div>
</template>

<style scoped>
ul {
  margin: var(--s2) 0 0;
  padding-left: 1.1rem;
  font-size: var(--f2);
}
</style>
