<script setup lang="ts">
import { usePiece } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'
import type { SummaryItem } from '../../api/types'
import { useWorking } from '../../composables/useWorking'
import { ActionButton } from '../../kit/ActionButton'

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
      <ActionButton
        look="plain"
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
      </ActionButton>
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
  padding: var(--s2) 0 var(--s0);
  display: grid;
  grid-template-columns: repeat(var(--many), auto);
  justify-content: space-between;
  border-bottom: var(--line) solid var(--rule);
  position: relative;
}

.thread::before {
  content: '';
  position: absolute;
  left: var(--edge);
  right: 0;
  top: var(--s7);
  border-top: var(--s0) solid var(--ink);
}

button {
  display: grid;
  min-width: 4.5rem;
}

.long .amount b {
  font-size: var(--f4);
}

.long .unit {
  font-size: var(--f1);
}

.long .amount {
  gap: var(--s1);
}

button:disabled {
  cursor: default;
}

.name {
  font-size: var(--f2);
  color: var(--ink-soft);
  height: var(--s5);
  white-space: nowrap;
}

.bead {
  width: var(--s2);
  height: var(--s2);
  border-radius: 50%;
  border: var(--s0) solid var(--ink);
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
  gap: var(--s2);
  white-space: nowrap;
  margin-top: var(--edge);
}

.amount b {
  font-size: var(--f5);
  font-weight: 700;
  letter-spacing: -0.035em;
}

.unit {
  font-size: var(--f2);
  color: var(--ink-soft);
}

button:hover:enabled b {
  text-decoration: underline var(--line) dotted;
  text-underline-offset: var(--s1);
}

.was {
  display: block;
  min-height: var(--s4);
  line-height: var(--s4);
  font-size: var(--f1);
  color: var(--note);
  max-width: 9.5rem;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}

.why {
  margin-left: var(--s1);
}

.moved .amount b {
  background: linear-gradient(var(--note), var(--note)) left bottom / 100% var(--s0) no-repeat;
}

@media (max-width: 56em) {
  .thread {
    grid-template-columns: repeat(4, 1fr);
    gap: var(--s2) var(--s3);
  }

  .thread::before {
    display: none;
  }
}

@media (max-width: 45em) {
  .thread {
    grid-template-columns: repeat(var(--half), minmax(0, 1fr));
    gap: var(--s0) var(--s2);
  }

  .bead {
    position: absolute;
    margin: var(--s1) 0 0 calc(-1 * var(--line));
  }

  li {
    position: relative;
  }

  .name {
    padding-left: var(--s3);
  }

  button {
    max-width: 100%;
  }

  .amount {
    flex-wrap: wrap;
    gap: 0 var(--s2);
  }

  .amount b,
  .long .amount b {
    font-size: var(--f3);
  }

  .name {
    font-size: var(--f1);
  }

  button {
    min-width: 0;
  }

  .amount .unit {
    font-size: var(--f1);
  }

  .was {
    min-height: 0;
  }
}
</style>
