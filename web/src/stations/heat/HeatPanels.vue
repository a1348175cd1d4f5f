<script setup lang="ts">
import { ref } from 'vue'

import type { Piece } from '../../api/types'
import { ActionButton } from '../../kit/ActionButton'
import CoastingPanel from './CoastingPanel.vue'
import ControllerPanel from './ControllerPanel.vue'
import HeatTable from './HeatTable.vue'
import SchedulePanel from './SchedulePanel.vue'

/** Further looks at the firing; each is worked out when it is opened. */
defineProps<{ piece: Piece }>()
const open = ref('')
const PANELS = [
  { key: 'coasting', name: 'May I switch it off?' },
  { key: 'schedule', name: 'Somebody else’s schedule' },
  { key: 'controller', name: 'For the controller' },
  { key: 'table', name: 'Hours in a table' },
] as const
const toggle = (key: string) => (open.value = open.value === key ? '' : key)
</script>

<template>
  <section class="panels" aria-label="Further looks">
    <div class="names">
      <ActionButton
        v-for="panel in PANELS"
        :key="panel.key"
        :aria-expanded="open === panel.key"
        aria-controls="heat-panel"
        @click="toggle(panel.key)"
      >
        {{ panel.name }}
      </ActionButton>
      <RouterLink
        class="text-button"
        :to="{ name: 'compare', params: { id: piece.id }, query: { a: 'ours', b: 'quick' } }"
        >Two side by side</RouterLink
      >
    </div>
    <div id="heat-panel" class="panel" :class="{ open }">
      <CoastingPanel v-if="open === 'coasting' && piece.plan.heat" :piece="piece" />
      <SchedulePanel v-else-if="open === 'schedule'" :piece="piece" />
      <ControllerPanel v-else-if="open === 'controller'" :piece="piece" />
      <HeatTable v-else-if="open === 'table' && piece.plan.heat" :piece="piece" />
    </div>
  </section>
</template>

<style scoped>
.names {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s0) var(--s3);
  border-top: var(--s0) solid var(--ink);
  border-bottom: var(--line) solid var(--rule);
}

.names > * {
  font-size: var(--f2);
  min-height: var(--s8);
  display: inline-flex;
  align-items: center;
}

.names button[aria-expanded='true'] {
  font-weight: 700;
  text-decoration: underline;
  text-underline-offset: var(--s1);
}

.panel.open {
  padding: var(--s3) 0 var(--s4);
}
</style>
