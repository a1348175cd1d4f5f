<script setup lang="ts">
import { computed } from 'vue'

import type { PieceRow } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'
import SketchThumbnail from '../../drawing/SketchThumbnail.vue'
import Thumbnail from '../../drawing/Thumbnail.vue'

const props = defineProps<{ row: PieceRow }>()
const preferences = usePreferences()
// the one figure that says most of what is done, then what all stages have
const FIRST = ['charge_mass', 'piece_mass', 'pile']
const SHORT = [...FIRST, 'thickness', 'firing_time', 'opens_at']
const isBroken = computed(() => !props.row.stages) // it cannot be planned as it stands, and says why
const thread = computed(() => props.row.thread.filter((item) => SHORT.includes(item.key)))
</script>

<template>
  <li>
    <RouterLink
      :to="{
        name: 'piece',
        params: { id: row.id, station: row.waits_at || undefined },
        query: row.stages > 1 ? { stage: row.stage } : {},
      }"
    >
      <SketchThumbnail v-if="row.sketch" :sketch="row.sketch" />
      <Thumbnail v-else-if="row.outline" :outline="row.outline" />
      <span class="name"
        ><b>{{ row.name }}</b>
        <span class="quiet small"
          >{{ row.stages > 1 ? `${row.stages} stages · ` : ''
          }}{{ [row.process, row.cradle, row.glass, row.kiln].filter(Boolean).join(' · ') }}</span
        >
        <span :class="row.waits_at || isBroken ? 'waits' : 'quiet small'">{{
          isBroken ? row.waits_word : row.waits_at ? `waits at ${row.waits_at}: ${row.waits_word}` : 'planned'
        }}</span></span
      >
      <span v-for="item in thread" :key="item.key" class="item">
        <span class="quiet small">{{ item.name }}</span>
        <span class="figures">{{ preferences.pick(item.shown).text }}</span>
      </span>
    </RouterLink>
  </li>
</template>

<style scoped>
a {
  display: grid;
  grid-template-columns: 5rem minmax(0, 2fr) repeat(3, minmax(0, 0.8fr)) minmax(0, 1.2fr);
  gap: var(--s4);
  align-items: center;
  padding: var(--s3) var(--s1);
  border-bottom: var(--line) solid var(--rule);
  text-decoration: none;
}

a:hover {
  background: var(--pressed);
}

.name {
  display: grid;
}

.name b {
  font-size: var(--f4);
}

.waits {
  font-size: var(--f2);
  color: var(--note);
}

.item {
  display: grid;
  white-space: nowrap;
}

.item .figures {
  font-size: var(--f3);
}

@media (max-width: 56em) {
  a {
    grid-template-columns: 4.75rem minmax(0, 0.72fr) minmax(0, 1.28fr);
    gap: var(--s1) var(--s3);
  }

  .name {
    grid-column: 2 / span 2;
  }

  .item {
    white-space: normal;
    min-width: 0;
  }

  .item:nth-of-type(even) {
    grid-column: 2;
  }
}
</style>
