<script setup lang="ts">
import { usePiece } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'
import type { SummaryItem } from '../../api/types'
import { useWorking } from '../../composables/useWorking'

const openWorking = useWorking()
defineProps<{ thread: SummaryItem[] }>()
const piece = usePiece()
const preferences = usePreferences()

/** The error and the unit; an error with a unit of its own is left to the working. */
function rest(item: SummaryItem): string {
  const { unit, plus_minus: error } = preferences.pick(item.shown)
  return error && !/[a-z]/.test(error) ? `±${error} ${unit}` : unit
}
</script>

<template>
  <ol
    class="thread"
    :class="{ long: thread.length > 7 }"
    aria-label="Thread of figures"
    :style="{ '--many': thread.length, '--half': Math.ceil(thread.length / 2) }"
  >
    <li
      v-for="item in thread"
      :key="item.key"
      :class="[item.station, { moved: piece.changed.value.old[item.key] }]"
    >
      <button
        type="button"
        class="plain-button"
        :disabled="!item.figure"
        :data-figure="item.figure || undefined"
        :data-thread="item.key"
        @click="openWorking(item.figure)"
      >
        <span class="name">{{ item.name }}</span>
        <span class="bead" aria-hidden="true"></span>
        <span class="amount figures"
          ><b>{{ preferences.pick(item.shown).value }}</b> <span class="unit">{{ rest(item) }}</span></span
        >
      </button>
      <span class="was" aria-live="polite"
        ><template v-if="piece.changed.value.old[item.key]"
          ><s>{{ piece.changed.value.old[item.key] }}</s>
          <span class="why">{{ piece.changed.value.why }}</span></template
        ></span
      >
    </li>
  </ol>
</template>

<style scoped>
.thread {
  list-style: none;
  margin: 0;
  padding: 8px 0 2px;
  display: grid;
  grid-template-columns: repeat(var(--many), auto);
  justify-content: space-between;
  border-bottom: 1px solid var(--rule);
  position: relative;
}

.thread::before {
  content: '';
  position: absolute;
  left: 3px;
  right: 0;
  top: 32.5px;
  border-top: 1.5px solid var(--ink);
}

button {
  display: grid;
  min-width: 72px;
}

.long .amount b {
  font-size: 1.16rem;
}

.long .unit {
  font-size: 0.74rem;
}

.long .amount {
  gap: 4px;
}

button:disabled {
  cursor: default;
}

.name {
  font-size: 0.82rem;
  color: var(--ink-soft);
  height: 20px;
  white-space: nowrap;
}

.bead {
  width: 9px;
  height: 9px;
  border-radius: 50%;
  border: 2px solid var(--ink);
  background: var(--chalk);
  position: relative;
  z-index: 1;
}

.glass .bead {
  background: var(--glass);
}

.heat .bead {
  background: var(--ember);
}

.amount {
  display: flex;
  align-items: baseline;
  gap: 6px;
  white-space: nowrap;
  margin-top: 3px;
}

.amount b {
  font-size: 1.3rem;
  font-weight: 700;
  letter-spacing: -0.035em;
}

.unit {
  font-size: 0.8rem;
  color: var(--ink-soft);
}

button:hover:enabled b {
  text-decoration: underline 1px dotted;
  text-underline-offset: 4px;
}

.was {
  display: block;
  min-height: 15px;
  line-height: 15px;
  font-size: 0.72rem;
  color: var(--note);
  max-width: 150px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}

.why {
  margin-left: 5px;
}

.moved .amount b {
  background: linear-gradient(var(--note), var(--note)) left bottom / 100% 2px no-repeat;
}

@media (max-width: 1000px) {
  .thread {
    grid-template-columns: repeat(4, 1fr);
    gap: 6px 10px;
  }

  .thread::before {
    display: none;
  }
}

@media (max-width: 720px) {
  .thread {
    grid-template-columns: repeat(var(--half), minmax(0, 1fr));
    gap: 2px 6px;
  }

  .bead {
    position: absolute;
    margin: 5px 0 0 -1px;
  }

  li {
    position: relative;
  }

  .name {
    padding-left: 13px;
  }

  button {
    max-width: 100%;
  }

  .amount {
    flex-wrap: wrap;
    gap: 0 6px;
  }

  .amount b,
  .long .amount b {
    font-size: 0.98rem;
  }

  .name {
    font-size: 0.74rem;
  }

  button {
    min-width: 0;
  }

  .amount .unit {
    font-size: 0.72rem;
  }

  .was {
    min-height: 0;
  }
}
</style>
