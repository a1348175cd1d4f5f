<script setup lang="ts">
import { computed } from 'vue'

import type { Kiln } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'
import LineGraph from '../../drawing/LineGraph.vue'
import { axisMarks } from '../../logic/ticks'

/** How fast it can rise and how fast it falls, empty, at every temperature. */
const props = defineProps<{ kiln: Kiln }>()
const preferences = usePreferences()
const isMetric = computed(() => preferences.system === 'metric')
const top = computed(() => Math.max(500, props.kiln.rise.at(-1)?.[0] ?? 900))
const lines = computed(() => [
  { name: 'full power', look: 'heat' as const, points: props.kiln.rise },
  ...props.kiln.curves.map(([name, points], i) => ({
    name: `off, ${name as string}`,
    look: i ? ('ink' as const) : ('steel' as const),
    points: (points as number[][]).filter((p) => p[0]! <= top.value),
  })),
])
const most = computed(() => {
  const falls = Math.max(...props.kiln.curves.flatMap(([, p]) => (p as number[][]).map((q) => q[1]!)))
  return Math.max(falls, Math.max(...props.kiln.rise.map((p) => p[1]!)) * 0.6) * 1.1
})
const across = computed(() => {
  const list = []
  for (let c = 100; c <= top.value; c += 200)
    list.push({ at: c, text: isMetric.value ? String(c) : String(Math.round(c * 1.8 + 32)) })
  return list
})
const up = computed(() => axisMarks(most.value, isMetric.value ? 1 : 1.8))
// above the frame a line is not drawn, rather than drawn along its edge
const clipped = computed(() =>
  lines.value.map((l) => ({ ...l, points: (l.points as number[][]).filter((p) => p[1]! <= most.value) })),
)
</script>

<template>
  <LineGraph
    :label="`How fast ${kiln.name} rises and falls at each temperature, empty`"
    :lines="clipped"
    :across="across"
    :up="up"
    :from="[0, 0]"
    :to="[top, most]"
    :across-name="isMetric ? '°C' : '°F'"
    :up-name="isMetric ? '°C/h' : '°F/h'"
  />
</template>
