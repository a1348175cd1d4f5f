<script setup lang="ts">
import type { Stage } from '../../api/types'
import ChoiceEntry from '../../components/ChoiceEntry.vue'

/** How the glass goes in, and how uneven it is: what decides how slowly it must be fired. */
defineProps<{ stage: Stage }>()
</script>

<template>
  <div>
    <ChoiceEntry path="layup.enters" label="Goes in as" undo="how it goes in" />
    <ChoiceEntry path="layup.relief" label="Its face is" undo="relief" />
    <ChoiceEntry path="layup.on" label="Lies" undo="what it lies on" />
  </div>
</template>
