<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'

import type { Piece } from '../../api/types'
import ChoiceField from '../../components/ChoiceField.vue'
import PieceField from '../../components/PieceField.vue'
import PieceText from '../../components/PieceText.vue'
import TextField from '../../components/TextField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import { useProcesses } from './processes'

/** The other firings of this piece: before it, after it, and which parts they bring together. */
type Link = {
  name: string
  process: string
  part?: string
  joins?: string[]
  thick?: string
  relief?: string
  before?: boolean
}
const props = defineProps<{ piece: Piece }>()
const context = usePiece()
const { options } = useProcesses()
const path = `${STAGE}.heat.chain`
const chain = computed(
  () => (props.piece.document as { stages: { heat: { chain?: Link[] } }[] }).stages[0]!.heat.chain ?? [],
)
const RELIEFS = [
  { key: 'none', name: 'flat' },
  { key: 'soft', name: 'soft relief' },
  { key: 'sharp', name: 'sharp relief' },
]
const WHEN = [
  { key: true, name: 'before this firing' },
  { key: false, name: 'after this firing' },
]
const write = (next: Link[], label: string) => context.change([{ path, value: next }], label)
const edit = (i: number, change: Partial<Link>, label: string) =>
  write(
    chain.value.map((link, j) => (j === i ? { ...link, ...change } : link)),
    label,
  )
const add = (before: boolean) =>
  write(
    [
      ...chain.value,
      {
        name: before ? 'Parts' : 'Next firing',
        process: before ? 'full' : 'slump',
        part: before ? 'parts' : '',
        relief: 'none',
        before,
      },
    ],
    'another firing',
  )
function move(i: number, by: number) {
  const next = [...chain.value]
  const [link] = next.splice(i, 1)
  next.splice(i + by, 0, link!)
  void write(next, 'order of firings')
}
const splitJoins = (text: string) =>
  text
    .split(',')
    .map((part) => part.trim())
    .filter(Boolean)
</script>

<template>
  <div class="panel">
    <p v-if="!chain.length" class="quiet small">
      Other firings of this piece: the parts made before it, and what comes after. They stand above the line
      in order, on one clock.
    </p>
    <details v-for="(link, i) in chain" :key="i">
      <summary>{{ link.name }}, {{ link.before ? 'before' : 'after' }} this firing</summary>
      <div class="fields">
        <PieceText :path="`heat.chain.${i}.name`" label="Called" />
        <ChoiceField
          label="What is done"
          :value="link.process"
          :options="options"
          @choose="(v: string) => edit(i, { process: v }, 'process')"
        />
        <ChoiceField
          label="When"
          :value="!!link.before"
          :options="WHEN"
          @choose="(v: boolean) => edit(i, { before: v }, 'order of firings')"
        />
        <PieceText
          :path="`heat.chain.${i}.part`"
          label="To which part"
          hint="empty: the whole piece"
          :most="60"
        />
        <TextField
          label="Brings together"
          hint="parts, with commas"
          :value="(link.joins ?? []).join(', ')"
          :most="200"
          @commit="(text: string) => edit(i, { joins: splitJoins(text) }, 'parts')"
        />
        <PieceField :path="`heat.chain.${i}.thick`" label="Thick" hint="or as in this firing" />
        <PieceField
          :path="`heat.chain.${i}.stiffer`"
          label="Stiffer than its family by"
          hint="opal white: 10 to 20 K"
        />
        <ChoiceField
          label="It is"
          :value="link.relief ?? 'none'"
          :options="RELIEFS"
          @choose="(v: string) => edit(i, { relief: v }, 'relief')"
        />
        <p class="small moves">
          <button type="button" class="text-button" :disabled="i === 0" @click="move(i, -1)">Earlier</button>
          <button type="button" class="text-button" :disabled="i === chain.length - 1" @click="move(i, 1)">
            Later
          </button>
          <button
            type="button"
            class="text-button"
            @click="
              write(
                chain.filter((_, j) => j !== i),
                'a firing less',
              )
            "
          >
            Take it out
          </button>
        </p>
      </div>
    </details>
    <p class="add">
      <Button label="A firing before" variant="outlined" @click="add(true)" />
      <Button label="A firing after" variant="outlined" @click="add(false)" />
    </p>
  </div>
</template>

<style scoped>
.panel {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}

.fields {
  max-width: 36rem;
  padding-left: 14px;
}

summary {
  min-height: 32px;
  cursor: pointer;
}

.moves,
.add {
  display: flex;
  gap: 16px;
  flex-wrap: wrap;
}
</style>
