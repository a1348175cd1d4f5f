<script setup lang="ts">
import type { Stage } from '../../api/types'
import ChoiceEntry from '../../components/ChoiceEntry.vue'

/** How it lies and how it goes in: what heat has to know of it, rarely other than usual. */
defineProps<{ stage: Stage }>()
</script>

<template>
  <details :open="(stage.layup?.relief ?? 'none') !== 'none'">
    <summary>How it lies and goes in</summary>
    <ChoiceEntry path="layup.enters" label="Goes in as" undo="how it goes in" />
    <ChoiceEntry path="layup.on" label="Lies" undo="what it lies on" />
    <ChoiceEntry path="layup.relief" label="Its face is" undo="relief" />
  </details>
</template>

<style scoped>
summary {
  min-height: 40px;
  padding-top: 9px;
  cursor: pointer;
  font-weight: 650;
}
</style>
