<script setup lang="ts">
import { useId } from 'vue'

/** A part of a page under its ruled name; what can be done with it stands beside the name. */
defineProps<{ title: string }>()
const id = useId()
</script>

<template>
  <section :aria-labelledby="id">
    <div class="head">
      <h2 :id="id">{{ title }}</h2>
      <slot name="beside" />
    </div>
    <slot />
  </section>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s1) var(--s4);
  align-items: baseline;
  border-bottom: var(--line) solid var(--ink);
}

h2 {
  flex: 1;
  border-bottom: 0;
}
</style>
