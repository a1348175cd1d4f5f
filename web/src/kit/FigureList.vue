<script setup lang="ts">
import type { Figure } from '../api/types'
import FigureRow from './FigureRow.vue'

/** Figures under one another, by their keys; what does not arise has no row, and nothing at all no list. */
defineProps<{ figures: Record<string, Figure>; keys: readonly string[] }>()
</script>

<template>
  <div v-if="keys.some((key) => figures[key])">
    <FigureRow v-for="key in keys" :key="key" :figure="figures[key]" />
  </div>
</template>
