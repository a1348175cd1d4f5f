<script setup lang="ts">
import { computed } from 'vue'

import type { NotebookPage } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'
import { ActionButton } from '../../kit/ActionButton'
import TwoLines from './TwoLines.vue'

/** A firing in the list: its line against the plan, what came out, and what was found. */
const props = defineProps<{ row: NotebookPage; isChosen: boolean }>()
const emit = defineEmits<{ choose: [] }>()
const preferences = usePreferences()
const off = computed(() => props.row.measures.filter((m) => m.word === 'more' || m.word === 'less'))
const WORDS: Record<string, string> = {
  running: 'firing now',
  cooling: 'cooling',
  stopped: 'stopped',
  opened: '',
}
</script>

<template>
  <li class="row" :data-firing="row.firing_id">
    <img v-if="row.photo_after" class="pic" :src="`/api/photos/${row.photo_after}`" alt="" loading="lazy" />
    <TwoLines v-else class="pic" :planned="row.planned_line" :measured="row.measured_line" />
    <div class="what">
      <RouterLink :to="{ name: 'notebook-page', params: { firings: String(row.firing_id) } }"
        ><b>{{ row.piece }}</b></RouterLink
      >
      <span class="quiet">&ensp;{{ row.stage }}, {{ row.kiln }}</span>
      <p class="small">{{ row.glass }} on {{ row.cradle }}, {{ preferences.pick(row.thickness).text }}</p>
      <p class="small quiet">
        {{ preferences.pick(row.started).text }}{{ row.is_simulated ? ', practice kiln' : '' }}
        {{ WORDS[row.state] }}
      </p>
    </div>
    <div class="heat small">
      <p>
        peak <b class="figures">{{ row.peak ? preferences.pick(row.peak).text : '—' }}</b>
        <span class="quiet"> of {{ preferences.pick(row.peak_planned).text }}</span>
      </p>
      <p>
        strain left <b class="figures">{{ row.left ? preferences.pick(row.left).text : '—' }}</b>
        <span class="quiet"> of {{ preferences.pick(row.left_planned).text }}</span>
      </p>
    </div>
    <div class="found">
      <p v-for="fault in row.faults" :key="fault" class="fault">▲ {{ fault }}</p>
      <p v-if="!row.faults.length && row.state === 'opened'" class="small">✓ nothing found</p>
      <p v-for="measure in off" :key="measure.key" class="small">
        {{ measure.name.toLowerCase() }} {{ measure.word }}
      </p>
    </div>
    <ActionButton :aria-pressed="isChosen" @click="emit('choose')">
      {{ isChosen ? '✓ chosen' : 'choose' }}
    </ActionButton>
  </li>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 7rem minmax(0, 1.6fr) minmax(0, 1.2fr) minmax(0, 1fr) auto;
  gap: var(--s1) var(--s4);
  padding: var(--s3) 0;
  border-bottom: var(--line) solid var(--rule);
  align-items: center;
}

.pic {
  width: 7rem;
  height: 4.5rem;
  object-fit: cover;
}

.fault {
  color: var(--note);
  font-weight: 600;
  font-size: var(--f2);
}

[aria-pressed='true'] {
  font-weight: 700;
}

@media (max-width: 45em) {
  .row {
    grid-template-columns: 5.25rem minmax(0, 1fr);
  }

  .pic {
    width: 5.25rem;
    height: 3.5rem;
  }

  .heat,
  .found,
  .row > button {
    grid-column: 2;
    justify-self: start;
  }
}
</style>
