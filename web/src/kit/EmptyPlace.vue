<script setup lang="ts">
import { computed } from 'vue'

/** A place with nothing in it yet: a small drawing of what will be there, a line of words, and the one thing to do. */
const props = defineProps<{ draws: 'piece' | 'cradle' | 'glass' | 'kiln' | 'book' | 'clock' }>()
const DRAWN: Record<string, { room?: string; glass?: string; heat?: string; lines: string }> = {
  piece: {
    room: 'M10 20H110V60H10ZM28 20L40 52H80L92 20Z',
    glass: 'M32.5 32L40 52H80L87.5 32Z',
    lines: 'M28 12H92M28 9V15M92 9V15',
  },
  cradle: { room: 'M10 20H110V60H10ZM28 20L40 52H80L92 20Z', lines: 'M28 12H92M28 9V15M92 9V15' },
  glass: { glass: 'M16 26H50V56H16ZM60 40H76V56H60ZM84 46H92V56H84Z', lines: 'M8 57H112' },
  kiln: { lines: 'M20 16H100V60H20ZM28 24H92V52H28Z', heat: 'M34 48C44 20 50 26 60 30S74 46 88 48' },
  book: { lines: 'M16 12V60H108', heat: 'M16 58L34 26H46L54 40L100 56' },
  clock: { lines: 'M10 34H110M10 50H110M58 10V60', heat: 'M22 34L30 20H40L54 34M70 50L78 34H86L104 50' },
}
const drawn = computed(() => DRAWN[props.draws]!)
</script>

<template>
  <div class="empty">
    <svg viewBox="0 0 120 68" aria-hidden="true">
      <path v-if="drawn.room" class="room" fill-rule="evenodd" :d="drawn.room" />
      <path v-if="drawn.glass" class="glass" :d="drawn.glass" />
      <path class="lines" :d="drawn.lines" />
      <path v-if="drawn.heat" class="heat" :d="drawn.heat" />
    </svg>
    <p><slot /></p>
    <slot name="act" />
  </div>
</template>

<style scoped>
.empty {
  display: grid;
  gap: var(--s4);
  justify-items: start;
  padding: var(--s6) 0;
}

svg {
  width: 15rem;
  max-width: 60vw;
}

.room {
  fill: var(--refractory-pale);
  stroke: var(--ink-quiet);
}

.glass {
  fill: var(--glass-pale);
  stroke: var(--glass);
}

.lines,
.heat {
  fill: none;
  stroke: var(--ink-quiet);
}

.heat {
  stroke: var(--ember);
  stroke-width: 2;
}
</style>
