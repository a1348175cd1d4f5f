<script setup lang="ts">
import { computed } from 'vue'

import type { Figure } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'

/** Where the ± of a figure comes from, as one bar. */
const props = defineProps<{ figure?: Figure }>()
const preferences = usePreferences()
const words = computed(() => props.figure && preferences.pick(props.figure.shown))
</script>

<template>
  <div v-if="figure && words?.plus_minus && figure.shares.length" class="budget">
    <span>Where the {{ words.plus_minus }} {{ words.unit }} come from</span>
    <div class="bar" aria-hidden="true">
      <span
        v-for="(share, i) in figure.shares"
        :key="share.name"
        :class="`s${Math.min(i, 3)}`"
        :style="{ flexGrow: share.share }"
      ></span>
    </div>
    <span class="quiet small">{{
      figure.shares
        .filter((s) => s.share >= 0.005)
        .map((s) => `${s.name} ${Math.round(s.share * 100)} %`)
        .join(' · ')
    }}</span>
  </div>
</template>

<style scoped>
.budget {
  display: grid;
  gap: var(--s1);
  font-size: var(--f2);
}

.bar {
  display: flex;
  height: var(--s4);
  border: var(--line) solid var(--ink);
}

.bar span {
  background: var(--steel);
  border-right: var(--line) solid var(--ink);
}

.bar span:last-child {
  border-right: 0;
}

.s1 {
  opacity: 0.62;
}

.s2 {
  opacity: 0.36;
}

.s3 {
  opacity: 0.16;
}
</style>
