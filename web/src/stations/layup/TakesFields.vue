<script setup lang="ts">
import { computed } from 'vue'

import type { Piece, Stage, Taken } from '../../api/types'
import { ActionButton } from '../../kit/ActionButton'
import ChoiceEntry from '../../components/ChoiceEntry.vue'
import ChoiceField from '../../kit/ChoiceField.vue'
import MessageText from '../../components/MessageText.vue'
import TextField from '../../kit/TextField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import Section from '../../kit/Section.vue'
import Making from '../../kit/Making.vue'

/** What goes in of what earlier stages gave, and how many of it. */
const props = defineProps<{ piece: Piece; stage: Stage }>()
const context = usePiece()
const takes = computed(() => props.stage.takes ?? [])
const before = computed(() => {
  const links = props.piece.chain.links
  const stages = links.slice(
    0,
    links.findIndex((l) => l.key === props.piece.stage_key),
  )
  const parts = props.piece.steps
    .filter((s) => stages.some((l) => l.key === s.stage))
    .flatMap((s) => s.parts.filter((p) => !p.is_off_cut))
  return [...stages, ...parts]
})
const free = computed(() => before.value.filter((l) => !takes.value.some((t) => t.from === l.key)))
const link = (key: string) => before.value.find((l) => l.key === key)
const isSeveral = computed(() => takes.value.reduce((sum, t) => sum + Number(t.count ?? 1), 0) > 1)
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
  <Section v-if="before.length" title="From earlier stages">
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
        <Making><ActionButton @click="leave(i)">Leave it out</ActionButton></Making>
      </p>
    </div>
    <ChoiceEntry
      v-if="isSeveral"
      path="layup.several"
      label="They lie"
      hint="of what is taken in"
      undo="how they lie together"
    />
    <ChoiceField
      v-if="free.length"
      label="Take in"
      hint="of an earlier stage"
      :value="null"
      :options="free.map((l) => ({ key: l.key, name: l.name }))"
      @choose="(key: string) => take(key)"
    />
  </Section>
</template>

<style scoped>
p {
  display: flex;
  gap: var(--s4);
  align-items: baseline;
}
</style>
