<script setup lang="ts">
import { computed } from 'vue'

import { useChoices } from '../composables/useChoices'
import { useDocument, usePiece } from '../composables/usePiece'
import ChoiceField from '../kit/ChoiceField.vue'

/** A choice of the piece one is on, by its path: its words come with the choices, the first is the usual one. */
const props = defineProps<{ path: string; label: string; hint?: string; undo: string }>()
const context = usePiece()
const { entry } = useChoices()
const options = computed(() => entry(`${context.step ? 'bench.' : ''}${props.path.replace(/\.\d+\./g, '.')}`))
const standing = useDocument<string>(context, () => context.at(props.path))
</script>

<template>
  <ChoiceField
    :label="label"
    :hint="hint"
    :value="standing ?? options[0]?.key"
    :options="options"
    @choose="(value: string) => context.change([{ path: context.at(path), value }], undo)"
  />
</template>
