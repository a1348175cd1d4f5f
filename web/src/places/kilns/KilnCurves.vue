<script setup lang="ts">
import type { Kiln } from '../../api/types'
import Chart from '../../kit/Chart.vue'

/** How fast it can rise and how fast it falls, empty, at every temperature. */
defineProps<{ kiln: Kiln }>()
const LOOKS = ['heat', 'steel', 'ink'] as const
</script>

<template>
  <Chart
    :label="`How fast ${kiln.name} rises and falls at each temperature, empty`"
    :graph="kiln.graph"
    :looks="LOOKS"
  />
</template>
