<script setup lang="ts">
import Button from 'primevue/button'

import { usePreferences } from '../../composables/usePreferences'

const preferences = usePreferences()
const emit = defineEmits<{ done: [] }>()
function choose(system: 'metric' | 'us') {
  preferences.system = system
  emit('done')
}
</script>

<template>
  <p class="two">
    <Button
      label="mm, grams, °C"
      :variant="preferences.system === 'metric' ? undefined : 'outlined'"
      @click="choose('metric')"
    />
    <Button
      label="inches, ounces, °F"
      :variant="preferences.system === 'us' ? undefined : 'outlined'"
      @click="choose('us')"
    />
  </p>
</template>

<style scoped>
.two {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s4);
}
</style>
