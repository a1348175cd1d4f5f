<script setup lang="ts">
import type { BenchRow } from '../../api/types'
import Section from '../../kit/Section.vue'

/** What was done at the bench, the newest first. */
defineProps<{ rows: BenchRow[] }>()
const dayOf = (at: string) =>
  new Date(at).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' })
</script>

<template>
  <Section title="At the bench">
    <ul>
      <li v-for="row in rows" :key="`${row.piece_id}-${row.key}`">
        <img v-if="row.photo" :src="`/api/photos/${row.photo}`" :alt="row.name" />
        <span>
          <RouterLink :to="{ name: 'step', params: { id: row.piece_id, step: row.key } }"
            >{{ row.piece }}, {{ row.name }}</RouterLink
          >
          <span v-if="row.note" class="small quiet">{{ `, ${row.note}` }}</span>
        </span>
        <span class="small quiet figures">{{ row.took }} {{ dayOf(row.done_at) }}</span>
      </li>
    </ul>
  </Section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: flex;
  gap: var(--s3);
  align-items: center;
  min-height: var(--row);
  border-bottom: var(--line) solid var(--rule);
}

li > span:first-of-type {
  flex: 1;
}

img {
  height: var(--row);
}
</style>
