<script setup lang="ts">
import type { Said as SaidWords } from '../api/types'
import Said from './Said.vue'

defineProps<{ said?: SaidWords }>()
</script>

<template>
  <p v-if="said" class="answer" aria-live="polite"><Said :said="said" /></p>
</template>

<style scoped>
.answer {
  font-size: 1.28rem;
  line-height: 1.32;
  text-wrap: pretty;
}
</style>
