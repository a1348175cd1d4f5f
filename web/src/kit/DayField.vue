<script setup lang="ts">
/** A day, as the browser asks for one. */
const day = defineModel<string>({ required: true })
defineProps<{ label: string }>()
</script>

<template>
  <label class="small">{{ label }} <input v-model="day" type="date" required /></label>
</template>
