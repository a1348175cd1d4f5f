<script setup lang="ts">
import { computed } from 'vue'

const props = defineProps<{ cautions: { station: string; step: string; text: string }[]; station: string }>()
const here = computed(() => props.cautions.filter((c) => c.station === props.station))
</script>

<template>
  <ul v-if="here.length" class="cautions" aria-label="Cautions">
    <li v-for="caution in here" :key="caution.text">{{ caution.text }}</li>
  </ul>
</template>

<style scoped>
.cautions {
  list-style: none;
  margin: 0;
  padding: var(--s3) 0 0;
  border-top: var(--line) solid var(--rule);
  display: grid;
  gap: var(--s1);
  font-size: var(--f2);
  color: var(--ink-soft);
}
</style>
