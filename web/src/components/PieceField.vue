<script setup lang="ts">
import { computed } from 'vue'

import { usePiece } from '../composables/usePiece'
import TypedField from '../kit/TypedField.vue'

/** A quantity of the piece one is on; `alongside` are changes that belong with it. */
const props = defineProps<{
  path: string
  label: string
  hint?: string
  placeholder?: string
  figure?: string
  alongside?: { path: string; value: unknown }[]
}>()

const piece = usePiece()
const full = computed(() => piece.at(props.path))
const draft = computed(() => piece.drafts[full.value])

function commit(typed: string) {
  const also = (props.alongside ?? []).map((c) => ({ path: piece.at(c.path), value: c.value }))
  void piece.change([{ path: full.value, value: typed }, ...also], props.label.toLowerCase())
}
</script>

<template>
  <TypedField
    :label="label"
    :hint="hint"
    :placeholder="placeholder"
    :shown="piece.entry(full)?.shown"
    :draft="draft === undefined ? undefined : String(draft.value)"
    :fault="draft?.message"
    :path="path"
    :figure="figure"
    :is-asked="!piece.step && piece.piece.value?.lead?.path === path"
    @commit="commit"
    @forget="piece.forget(full)"
  />
</template>
