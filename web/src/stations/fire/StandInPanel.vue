<script setup lang="ts">
import Button from 'primevue/button'

import { ActionButton } from '../../kit/ActionButton'
import Fold from '../../kit/Fold.vue'
import type { Live } from '../../api/types'

/** The stand-in's own knobs: how quickly its time goes, and what is to go wrong. */
const props = defineProps<{ live: Live; lookS?: number }>()
const emit = defineEmits<{ act: [kind: string, name: string, data: Record<string, unknown>] }>()
const PACES = [1, 10, 60, 600, 3600]

const pace = (times: number, until?: number) =>
  emit('act', 'pace', `Pace ${times}`, { times, ...(until === undefined ? {} : { until_s: until }) })
const isAhead = (s?: number): s is number => s !== undefined && s > props.live.now_s + 30
const log = () => `/api/firings/${props.live.firing_id}/log.csv`
</script>

<template>
  <section class="stand-in">
    <h3>The practice kiln</h3>
    <p class="small quiet">Nothing here starts or heats a real kiln.</p>
    <div class="row" role="group" aria-label="How quickly its time goes">
      <ActionButton
        v-for="times in PACES"
        :key="times"
        :aria-pressed="live.pace === times"
        @click="pace(times)"
      >
        {{ times }} ×
      </ActionButton>
      <Button
        v-if="isAhead(lookS)"
        size="small"
        variant="outlined"
        label="On to the look-in"
        @click="pace(3600, lookS)"
      />
    </div>
    <Fold name="practice-faults" label="Let something go wrong">
      <div class="row">
        <ActionButton
          v-for="fault in live.faults"
          :key="fault.key"
          :aria-pressed="fault.is_on"
          @click="emit('act', 'fault', fault.name, { fault: fault.key, on: !fault.is_on })"
        >
          {{ fault.is_on ? `mend: ${fault.name}` : fault.name }}
        </ActionButton>
      </div>
    </Fold>
    <p><a class="small" :href="log()" download>Its log as CSV</a></p>
  </section>
</template>

<style scoped>
.stand-in {
  border-top: var(--line) solid var(--rule);
  padding-top: var(--s2);
  display: grid;
  gap: var(--s2);
}

.row {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2) var(--s4);
  align-items: center;
}

.row > button {
  min-height: var(--s8);
}

[aria-pressed='true'] {
  font-weight: 700;
  border-bottom: var(--s0) solid var(--ink);
}
</style>
