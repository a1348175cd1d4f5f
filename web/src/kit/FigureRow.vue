<script setup lang="ts">
import { computed } from 'vue'

import type { Figure } from '../api/types'
import { usePreferences } from '../composables/usePreferences'
import { useWorking } from '../composables/useWorking'

/** A computed figure on a line of its own; a press opens its working. */
const openWorking = useWorking()
const props = defineProps<{ figure?: Figure; name?: string }>()
const preferences = usePreferences()
// a figure that does not arise, such as a chance without anything on the rack, has no row
const words = computed(() => props.figure && preferences.pick(props.figure.shown))
</script>

<template>
  <button
    v-if="figure && words"
    type="button"
    class="plain-button row"
    :data-figure="figure.key"
    :title="`Working of ${figure.name}`"
    @click="openWorking(figure.key)"
  >
    <span>{{ name ?? figure.name }}</span>
    <span class="figures"
      ><b>{{ words.value }}</b> {{ words.unit }}
      <span v-if="words.plus_minus" class="quiet">± {{ words.plus_minus }}</span></span
    >
  </button>
</template>

<style scoped>
.row {
  display: flex;
  justify-content: space-between;
  gap: var(--s3);
  width: 100%;
  min-height: var(--s8);
  align-items: center;
  border-bottom: var(--line) solid var(--rule);
}

.row:hover b {
  text-decoration: underline var(--line) dotted;
  text-underline-offset: var(--s1);
}

.figures {
  white-space: nowrap;
}

b {
  font-size: var(--f4);
}
</style>
