<script setup lang="ts">
import { ref } from 'vue'

import type { Piece } from '../../api/types'
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
      <button
        v-for="panel in PANELS"
        :key="panel.key"
        type="button"
        class="text-button"
        :aria-expanded="open === panel.key"
        aria-controls="heat-panel"
        @click="toggle(panel.key)"
      >
        {{ panel.name }}
      </button>
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
  gap: 2px 12px;
  border-top: 1.5px solid var(--ink);
  border-bottom: 1px solid var(--rule);
}

.names > * {
  font-size: 0.85rem;
  min-height: 40px;
  display: inline-flex;
  align-items: center;
}

.names button[aria-expanded='true'] {
  font-weight: 700;
  text-decoration: underline;
  text-underline-offset: 5px;
}

.panel.open {
  padding: 12px 0 18px;
}
</style>
