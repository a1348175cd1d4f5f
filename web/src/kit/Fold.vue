<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { useFolds } from './useFolds'

/** What is seldom needed, under its name; what somebody opened stays open on this machine. `isUsed`: never hidden. */
const props = defineProps<{ name: string; label: string; hint?: string; isUsed?: boolean }>()
const folds = useFolds()
const isOpen = computed(() => props.isUsed || folds.isOpen(props.name))
// what was typed inside stays when it is closed
const wasOpen = ref(isOpen.value)
watch(isOpen, (now) => (wasOpen.value ||= now))
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
    <slot v-if="wasOpen" />
  </details>
</template>

<style scoped>
summary {
  min-height: var(--s8);
  padding-top: var(--s2);
  cursor: pointer;
  font-weight: 650;
}

summary .quiet {
  font-weight: 400;
}

.fold {
  border-bottom: var(--line) solid var(--rule);
}
</style>
