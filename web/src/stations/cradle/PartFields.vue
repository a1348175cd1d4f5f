<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'

import type { Choices, Piece } from '../../api/types'
import { ActionButton } from '../../kit/ActionButton'
import ChoiceField from '../../kit/ChoiceField.vue'
import PieceField from '../../components/PieceField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import type { CradlePart } from './methods'

const OutlineDialog = defineAsyncComponent(() => import('./outline/OutlineDialog.vue'))

/** One shape of the stack, or a core that stands in it: what it is and its sizes. */
const props = defineProps<{
  /** What its sizes are called in this family, and what shapes there are; of a room that is filled where left out. */
  words?: { key: string; name: string }[]
  shapes?: string[]
  figure?: string
  part: CradlePart
  index: number
  parts: CradlePart[]
  choices: Choices
  piece: Piece
}>()
const context = usePiece()
const measured = [{ path: 'cradle.measured', value: true }]
const draws = ref(false)
const isCore = computed(() => props.part.as === 'core')
const order = computed(() => props.choices.sizes.map((size) => size.key))
const sizes = computed(() => {
  const shape = props.choices.shapes.find((s) => s.key === props.part.shape)
  const keys = new Set([...Object.keys(shape?.parts[0] ?? {}), ...Object.keys(props.part)])
  return order.value.filter((key) => keys.has(key) && key in Object(shape?.parts[0] ?? {}))
})
const size = (key: string) => props.choices.sizes.find((s) => s.key === key)
const options = computed(() =>
  props.choices.shapes
    .filter((s) => !props.shapes || props.shapes.includes(s.key))
    .filter((s) => (isCore.value ? s.can_be_core : props.index === 0 || !s.only_lowest)),
)
const label = computed(() =>
  isCore.value ? 'Core, a' : props.parts.length > 1 ? `Shape of part ${props.index + 1}` : 'Shape',
)

// upright shapes keep the height that was measured; a bowl or a trough begins with a height and a line of its own
const KEEPS = ['cylinder', 'frustum', 'box', 'ring']
function reshape(shape: string) {
  const start = props.choices.shapes.find((s) => s.key === shape)
  if (!start) return
  const keeps = KEEPS.includes(shape) && KEEPS.includes(props.part.shape)
  const next = keeps ? { ...start.parts[0], height: props.part.height } : { ...start.parts[0] }
  const whole = isCore.value ? { ...next, as: 'core', from: props.part.from ?? '0 mm' } : next
  const changes: { path: string; value: unknown }[] = [
    {
      path: `${STAGE}.cradle.parts`,
      value: props.parts.map((part, i) => (i === props.index ? whole : part)),
    },
  ]
  if (!keeps && !isCore.value && props.parts.length === 1)
    changes.push({ path: `${STAGE}.cradle.line`, value: start.line })
  void context.change(changes, 'shape')
}
</script>

<template>
  <div>
    <ChoiceField
      :label="label"
      :hint="index === 0 && parts.length > 1 ? 'lowest' : isCore ? 'stands in the mould' : ''"
      :value="part.shape"
      :options="options"
      @choose="reshape"
    />
    <PieceField
      v-for="key in sizes"
      :key="key"
      :path="`cradle.parts.${index}.${key}`"
      :label="words?.find((w) => w.key === key)?.name ?? size(key)?.name ?? key"
      :placeholder="size(key)?.default ?? undefined"
      :figure="figure ?? 'cradle_volume'"
      :alongside="measured"
    />
    <PieceField
      v-if="isCore"
      :path="`cradle.parts.${index}.from`"
      label="Its foot stands at"
      placeholder="0 mm"
      figure="cradle_volume"
    />
    <p v-if="part.shape === 'prism'" class="outline">
      <ActionButton @click="draws = true">Draw, read or trace the outline</ActionButton>
      <RouterLink class="text-button" :to="{ name: 'pattern', params: { id: piece.id, part: index } }"
        >Print it at 1 : 1</RouterLink
      >
    </p>
    <OutlineDialog
      v-if="draws && part.shape === 'prism'"
      v-model="draws"
      :path="`cradle.parts.${index}.outline`"
      :rings="part.outline.rings"
    />
  </div>
</template>

<style scoped>
.outline {
  display: flex;
  gap: var(--s4);
  padding: var(--s2) 0;
}
</style>
