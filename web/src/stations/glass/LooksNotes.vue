<script setup lang="ts">
import type { Piece } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import Section from '../../kit/Section.vue'

/** What the piece will probably look like, and why. Notes, not rules. */
defineProps<{ piece: Piece }>()
</script>

<template>
  <Section title="What it will look like">
    <p v-for="(note, i) in piece.plan.appearance" :key="i" class="note">
      <b><MessageText :said="note.says" /></b> <MessageText class="why" :said="note.reason" />
    </p>
  </Section>
</template>

<style scoped>
.note {
  padding: var(--s1) 0;
  font-size: var(--f2);
}

.why {
  color: var(--ink-soft);
}
</style>
