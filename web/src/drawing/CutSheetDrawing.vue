<script setup lang="ts">
import { computed } from 'vue'

import type { CutSheet } from '../api/types'

/** A sheet of glass with its blanks, the cuts in their order, and what goes back to the rack. Millimetres, to scale. */
const props = defineProps<{ sheet: CutSheet }>()
const size = computed(() => ({ l: props.sheet.size[0]! * 1e3, w: props.sheet.size[1]! * 1e3 }))
const mm = (m: number) => m * 1e3
const down = (y: number, height: number) => size.value.w - mm(y) - mm(height)
const middle = (cut: CutSheet['cuts'][0]) => {
  const [x0, y0, x1, y1] = cut.lines[0] as [number, number, number, number]
  return [mm((x0 + x1) / 2), size.value.w - mm((y0 + y1) / 2)]
}
const text = computed(() => Math.max(10, size.value.l / 42))
</script>

<template>
  <svg
    :viewBox="`${-text} ${-text} ${size.l + 2 * text} ${size.w + 2 * text}`"
    role="img"
    :aria-label="`Sheet ${sheet.label}: ${sheet.laid.length} blanks in ${sheet.cuts.length} cuts`"
  >
    <rect class="sheet" x="0" y="0" :width="size.l" :height="size.w" />
    <g v-for="off in sheet.off_cuts" :key="off.label" class="off">
      <rect
        :x="mm(off.box[0]!)"
        :y="down(off.box[1]!, off.box[3]!)"
        :width="mm(off.box[2]!)"
        :height="mm(off.box[3]!)"
      />
      <text
        :x="mm(off.box[0]! + off.box[2]! / 2)"
        :y="down(off.box[1]!, off.box[3]!) + mm(off.box[3]!) / 2 + text * 0.35"
        text-anchor="middle"
        :font-size="text"
      >
        {{ off.label }}
      </text>
    </g>
    <g v-for="(laid, i) in sheet.laid" :key="i" class="blank">
      <circle
        v-if="laid.outline === 'round'"
        :cx="mm(laid.box[0]! + laid.box[2]! / 2)"
        :cy="down(laid.box[1]!, laid.box[3]!) + mm(laid.box[3]!) / 2"
        :r="mm(laid.own[0]!) / 2"
      />
      <rect
        v-else
        :x="mm(laid.box[0]! + (laid.box[2]! - laid.own[0]!) / 2)"
        :y="down(laid.box[1]!, laid.box[3]!) + mm(laid.box[3]! - laid.own[1]!) / 2"
        :width="mm(laid.own[0]!)"
        :height="mm(laid.own[1]!)"
      />
    </g>
    <g v-for="cut in sheet.cuts" :key="cut.number" class="cut">
      <path
        v-for="(line, i) in cut.lines"
        :key="i"
        :d="`M${mm(line[0]!)} ${size.w - mm(line[1]!)}L${mm(line[2]!)} ${size.w - mm(line[3]!)}`"
      />
      <circle :cx="middle(cut)[0]" :cy="middle(cut)[1]" :r="text * 0.8" />
      <text :x="middle(cut)[0]" :y="middle(cut)[1]! + text * 0.35" text-anchor="middle" :font-size="text">
        {{ cut.number }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  height: auto;
  max-height: 60vh;
  background: var(--sheet);
  border: var(--line) solid var(--rule);
}

rect,
circle,
path {
  vector-effect: non-scaling-stroke;
}

.sheet {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}

.blank rect,
.blank circle {
  fill: var(--glass);
  fill-opacity: 0.55;
  stroke: var(--glass-deep);
}

.off rect {
  fill: var(--glass);
  fill-opacity: 0.1;
  stroke: none;
}

text {
  fill: var(--ink);
  font-family: var(--mono);
}

.cut path {
  stroke: var(--ink);
  stroke-width: 1.4;
  stroke-dasharray: 7 4;
}

.cut circle {
  fill: var(--sheet);
  stroke: var(--ink);
}

@media print {
  svg {
    max-height: none;
    break-inside: avoid;
  }
}
</style>
