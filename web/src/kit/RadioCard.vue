<script setup lang="ts">
/** One of several that exclude one another, as a card to press; arrow keys go from one to the next. */
const chosen = defineModel<string>({ required: true })
defineProps<{ group: string; value: string }>()
</script>

<template>
  <label :class="{ chosen: chosen === value }">
    <input v-model="chosen" type="radio" :name="group" :value="value" />
    <slot />
  </label>
</template>
