<script setup lang="ts">
import Button from 'primevue/button'

defineProps<{ isLoading: boolean; error: Error | null }>()
defineEmits<{ again: [] }>()
</script>

<template>
  <p v-if="isLoading && !error" class="quiet" role="status">Fetching …</p>
  <div v-else-if="error" class="trouble" role="alert">
    <p>{{ error.message }}</p>
    <Button label="Try again" @click="$emit('again')" />
  </div>
</template>

<style scoped>
.trouble {
  display: grid;
  gap: var(--s3);
  justify-items: start;
  padding: var(--s6) 0;
}
</style>
