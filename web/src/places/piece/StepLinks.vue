<script setup lang="ts">
import type { Step } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'

/** What is done at the bench after a firing: smaller than it, no kiln, no line. */
defineProps<{ id: number; steps: Step[]; here?: string }>()
const preferences = usePreferences()
const timeOf = (step: Step) =>
  [step.time, step.waits]
    .filter((t) => !!t)
    .map((t) => preferences.pick(t!).text)
    .join(' + ')
</script>

<template>
  <RouterLink
    v-for="one in steps"
    :key="one.key"
    class="bench"
    :class="{ here: one.key === here }"
    :aria-current="one.key === here ? 'step' : undefined"
    :to="{ name: 'step', params: { id, step: one.key } }"
  >
    <span>{{ one.done_at ? '✓ ' : '' }}{{ one.name }}</span>
    <span class="quiet figures">{{ timeOf(one) }}</span>
  </RouterLink>
</template>

<style scoped>
.bench {
  display: grid;
  align-content: end;
  align-self: stretch;
  line-height: 1.2;
  font-size: var(--f1);
  padding: 0 var(--s3) var(--s0) var(--s1);
  border-bottom: var(--edge) solid transparent;
  color: inherit;
  text-decoration: none;
  white-space: nowrap;
}

.bench.here {
  border-color: var(--ink);
  font-weight: 700;
}
</style>
