<script setup lang="ts">
import type { Piece } from '../../api/types'
import MessageText from '../../components/MessageText.vue'

/** What is typed into the controller of this kiln. */
defineProps<{ piece: Piece; isStill?: boolean }>()
</script>

<template>
  <div v-if="piece.plan.heat" class="told">
    <table>
      <caption class="visually-hidden">
        Steps for the controller
      </caption>
      <thead>
        <tr>
          <th scope="col">No.</th>
          <th scope="col">{{ piece.plan.heat.told.unit }}/h</th>
          <th scope="col">{{ piece.plan.heat.told.unit }}</th>
          <th scope="col">Hold, h:min</th>
          <th scope="col"></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(step, i) in piece.plan.heat.told.steps" :key="i">
          <td class="figures">{{ i + 1 }}</td>
          <td class="figures">{{ step.rate }}</td>
          <td class="figures">{{ step.to }}</td>
          <td class="figures">{{ step.hold }}</td>
          <td class="small quiet">{{ step.name }}</td>
        </tr>
      </tbody>
    </table>
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
th,
td {
  text-align: right;
  padding: 2px 16px 2px 0;
  border-bottom: 1px solid var(--rule);
  font-size: 0.92rem;
}

thead th {
  font-size: 0.8rem;
  font-weight: 400;
  color: var(--ink-soft);
}

ul {
  margin: 8px 0 0;
  padding-left: 1.1rem;
  font-size: 0.92rem;
}
</style>
