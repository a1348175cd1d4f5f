<script setup lang="ts">
import { computed } from 'vue'

import { useFolds } from '../composables/useFolds'

/** What is seldom needed, under its name; what somebody opened stays open on this machine. `isUsed`: never hidden. */
const props = defineProps<{ name: string; label: string; hint?: string; isUsed?: boolean }>()
const folds = useFolds()
const isOpen = computed(() => props.isUsed || folds.isOpen(props.name))
const toggled = (event: Event) => {
  const shown = (event.target as HTMLDetailsElement).open
  if (!props.isUsed) folds.set(props.name, shown)
}
</script>

<template>
  <details class="fold" :open="isOpen" @toggle="toggled">
    <summary>
      {{ label }} <span v-if="hint" class="quiet small">{{ hint }}</span>
    </summary>
    <slot v-if="isOpen" />
  </details>
</template>

<style scoped>
summary {
  min-height: 40px;
  padding-top: 9px;
  cursor: pointer;
  font-weight: 650;
}

summary .quiet {
  font-weight: 400;
}

.fold {
  border-bottom: 1px solid var(--rule);
}
</style>
