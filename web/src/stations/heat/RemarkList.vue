<script setup lang="ts">
import type { Remark } from '../../api/types'
import MessageText from '../../components/MessageText.vue'

/** What a programme does to the piece, each with its word. */
defineProps<{ remarks: Remark[] }>()
const WORDS: Record<string, string> = { stop: '■ Not like this', think: '◆ Think', good: '✓ Well' }
</script>

<template>
  <ul>
    <li v-for="(remark, i) in remarks" :key="i">
      <b>{{ WORDS[remark.word] }}:</b> <MessageText :said="remark.says" />
    </li>
  </ul>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  padding: var(--s1) 0;
  border-bottom: var(--line) solid var(--rule);
  font-size: var(--f3);
}
</style>
