<script setup lang="ts">
/** A page of a long list: which part is seen of how many, and the ways on. */
const offset = defineModel<number>({ required: true })
defineProps<{ count: number; page: number; before: string; after: string }>()
</script>

<template>
  <nav v-if="count > page" class="pages" aria-label="Pages">
    <button type="button" class="text-button" :disabled="offset === 0" @click="offset -= page">
      {{ before }}
    </button>
    <span class="quiet">{{ offset + 1 }} to {{ Math.min(offset + page, count) }} of {{ count }}</span>
    <button type="button" class="text-button" :disabled="offset + page >= count" @click="offset += page">
      {{ after }}
    </button>
  </nav>
</template>

<style scoped>
.pages {
  display: flex;
  gap: var(--s4);
  align-items: baseline;
  padding-top: var(--s3);
}
</style>
