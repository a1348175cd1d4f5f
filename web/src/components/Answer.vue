<script setup lang="ts">
import type { Message as SaidWords } from '../api/types'
import MessageText from './MessageText.vue'

defineProps<{ said?: SaidWords }>()
</script>

<template>
  <p v-if="said" class="answer" aria-live="polite"><MessageText :said="said" /></p>
</template>

<style scoped>
.answer {
  font-size: var(--f5);
  line-height: 1.32;
  text-wrap: pretty;
}
</style>
