<script setup lang="ts">
import { ActionButton } from '../kit/ActionButton'
import Making from '../kit/Making.vue'

/** One of several entries of a list under its name, which can be left out. */
defineProps<{ name: string }>()
defineEmits<{ drop: [] }>()
</script>

<template>
  <fieldset>
    <legend>
      {{ name }}
      <Making><ActionButton @click="$emit('drop')">leave it out</ActionButton></Making>
    </legend>
    <slot />
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  margin: 0;
  padding: 0 0 var(--s2);
}

legend {
  font-weight: 650;
  display: flex;
  gap: var(--s4);
}
</style>
