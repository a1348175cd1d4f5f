<script setup lang="ts">
import type { Piece } from '../../api/types'
import MessageText from '../../components/MessageText.vue'

/** What the piece will probably look like, and why. Notes, not rules. */
defineProps<{ piece: Piece }>()
</script>

<template>
  <section aria-labelledby="looks-heading">
    <h2 id="looks-heading">What it will look like</h2>
    <p v-for="(note, i) in piece.plan.appearance" :key="i" class="note">
      <b><MessageText :said="note.says" /></b> <MessageText class="why" :said="note.reason" />
    </p>
  </section>
</template>

<style scoped>
h2 {
  font-size: 1rem;
  border-bottom: 1px solid var(--ink);
  padding-bottom: 4px;
}

.note {
  padding: 5px 0;
  font-size: 0.92rem;
}

.why {
  color: var(--ink-soft);
}
</style>
