<script setup lang="ts">
import { computed, useId } from 'vue'

import type { Pattern } from '../../api/types'
import { ringPath } from '../../logic/rings'

/** One sheet of a pattern, in millimetres: the outline's part, register marks, and a bar to check the print by. */
const props = defineProps<{
  pattern: Pattern
  sheet: Pattern['sheets'][number]
  number: number
  title: string
}>()
const id = useId()
const sheet = computed(
  () => props.sheet as { column: number; row: number; left_mm: number; low_mm: number; is_blank: boolean },
)
const size = computed(() => ({ wide: props.pattern.paper_mm[0]!, tall: props.pattern.paper_mm[1]! }))
const view = computed(() => ({ wide: props.pattern.window_mm[0]!, tall: props.pattern.window_mm[1]! }))
const page = computed(() => {
  const isA4 = Math.min(size.value.wide, size.value.tall) < 212
  return `${isA4 ? 'a4' : 'letter'}-${size.value.wide < size.value.tall ? 'upright' : 'lying'}`
})
const edge = computed(() => props.pattern.margin_mm)
const x = (mm: number) => edge.value + mm - sheet.value.left_mm
const y = (mm: number) => edge.value + view.value.tall - (mm - sheet.value.low_mm)
const path = computed(() => ringPath(props.pattern.rings as number[][][], x, y))
const corners = computed(() => {
  const [left, right] = [edge.value, edge.value + view.value.wide]
  const [top, low] = [edge.value, edge.value + view.value.tall]
  return [
    [left, top],
    [right, top],
    [left, low],
    [right, low],
  ]
    .map(([a, b]) => `M${a! - 4} ${b}H${a! + 4}M${a} ${b! - 4}V${b! + 4}`)
    .join('')
})
const foot = computed(() => edge.value + view.value.tall + 6)
const bar = computed(() => {
  const left = edge.value
  return `M${left} ${foot.value}H${left + 100}M${left} ${foot.value - 2}V${foot.value + 2}M${left + 100} ${foot.value - 2}V${foot.value + 2}`
})
</script>

<template>
  <svg
    class="sheet"
    :style="{ width: `${size.wide}mm`, height: `${size.tall}mm`, page }"
    :viewBox="`0 0 ${size.wide} ${size.tall}`"
    role="img"
    :aria-label="`Sheet ${number} of ${pattern.sheets.length}`"
  >
    <clipPath :id="id"><rect :x="edge" :y="edge" :width="view.wide" :height="view.tall" /></clipPath>
    <path :d="path" class="cut" fill-rule="evenodd" :clip-path="`url(#${id})`" />
    <path :d="corners" class="mark" />
    <path :d="bar" class="mark" />
    <text font-size="3" :x="edge + 103" :y="foot + 1.2">
      100 mm · row {{ sheet.row + 1 }}, column {{ sheet.column + 1 }} of {{ pattern.rows }} ×
      {{ pattern.columns }} ·
      {{ title.slice(0, 40) }}
    </text>
  </svg>
</template>

<style scoped>
.sheet {
  background: #fff;
  border: var(--line) solid var(--rule);
  break-after: page;
  display: block;
}

.cut {
  fill: none;
  stroke: #000;
  stroke-width: 0.35;
}

.mark {
  fill: none;
  stroke: #000;
  stroke-width: 0.2;
}

text {
  fill: #000;
}

@media print {
  .sheet {
    border: 0;
  }
}
</style>
