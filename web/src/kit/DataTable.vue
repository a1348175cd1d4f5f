<script setup lang="ts">
/** A table of what is already words: the first column names its row, the others are figures unless said otherwise. */
export type Cell = string | { text: string; more: string }

defineProps<{
  label: string
  rows: Cell[][]
  heads?: string[]
  note?: string
  /** Columns of words, by their place. */
  words?: number[]
  /** Rows that stand out. */
  marked?: number[]
}>()
const text = (cell: Cell) => (typeof cell === 'string' ? cell : cell.text)
const more = (cell: Cell) => (typeof cell === 'string' ? '' : cell.more)
</script>

<template>
  <div class="scroll" tabindex="0" role="region" :aria-label="label">
    <table>
      <caption :class="note ? 'small quiet' : 'visually-hidden'">
        {{
          note ?? label
        }}
      </caption>
      <thead v-if="heads?.length">
        <tr>
          <th v-for="(head, i) in heads" :key="i" scope="col" :class="{ words: words?.includes(i) }">
            {{ head }}
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, i) in rows" :key="i" :class="{ marked: marked?.includes(i) }">
          <template v-for="(cell, j) in row" :key="j">
            <th v-if="j === 0" scope="row">{{ text(cell) }}</th>
            <td v-else :class="words?.includes(j) ? 'words' : 'figures'">
              {{ text(cell) }} <span v-if="more(cell)" class="quiet">{{ more(cell) }}</span>
            </td>
          </template>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow: auto;
  max-height: 24rem;
}

caption {
  text-align: left;
}

th,
td {
  padding: var(--s1) 0 var(--s1) var(--s4);
  border-bottom: var(--line) solid var(--rule);
  text-align: right;
  font-size: var(--f2);
  font-weight: 400;
}

td.figures {
  white-space: nowrap;
}

th:first-child,
.words {
  text-align: left;
}

th:first-child {
  padding-left: 0;
}

thead th {
  color: var(--ink-soft);
}

@media print {
  .scroll {
    overflow: visible;
    max-height: none;
  }
}

.marked {
  background: var(--pressed);
}

.marked th,
.marked td {
  font-weight: 650;
}
</style>
