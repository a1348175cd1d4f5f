<script setup lang="ts">
import { computed } from 'vue'

import type { Piece, Stage, Taken } from '../../api/types'
import ChoiceField from '../../components/ChoiceField.vue'
import MessageText from '../../components/MessageText.vue'
import TextField from '../../components/TextField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'

/** What goes in of what earlier stages gave, and how many of it. */
const props = defineProps<{ piece: Piece; stage: Stage }>()
const context = usePiece()
const takes = computed(() => props.stage.takes ?? [])
const before = computed(() => {
  const links = props.piece.chain.links
  return links.slice(
    0,
    links.findIndex((l) => l.key === props.piece.stage_key),
  )
})
const free = computed(() => before.value.filter((l) => !takes.value.some((t) => t.from === l.key)))
const link = (key: string) => before.value.find((l) => l.key === key)
const write = (next: Taken[], label: string) =>
  context.change([{ path: `${STAGE}.takes`, value: next }], label)
const count = (i: number, text: string) =>
  write(
    takes.value.map((t, j) => (j === i ? { ...t, count: text } : t)),
    'how many go in',
  )
const take = (from: string) => write([...takes.value, { from, count: 1 }], 'takes from an earlier stage')
const leave = (i: number) =>
  write(
    takes.value.filter((_, j) => j !== i),
    'takes no longer',
  )
</script>

<template>
  <section v-if="before.length" aria-label="From earlier stages">
    <h2>From earlier stages</h2>
    <div v-for="(taken, i) in takes" :key="taken.from" class="taken">
      <TextField
        :label="`Of “${link(taken.from)?.name ?? taken.from}”`"
        hint="so many"
        :value="String(taken.count ?? 1)"
        :most="5"
        @commit="(text: string) => count(i, text)"
      />
      <p class="small quiet">
        <MessageText v-if="link(taken.from)" :said="link(taken.from)!.gives" />
        <button type="button" class="text-button" @click="leave(i)">Leave it out</button>
      </p>
    </div>
    <ChoiceField
      v-if="free.length"
      label="Take in"
      hint="of an earlier stage"
      :value="null"
      :options="free.map((l) => ({ key: l.key, name: l.name }))"
      @choose="(key: string) => take(key)"
    />
  </section>
</template>

<style scoped>
h2 {
  font-size: 1rem;
  border-bottom: 1px solid var(--ink);
  padding-bottom: 4px;
}

p {
  display: flex;
  gap: 14px;
  align-items: baseline;
}
</style>
