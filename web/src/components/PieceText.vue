<script setup lang="ts">
import { computed } from 'vue'

import { useDocument, usePiece } from '../composables/usePiece'
import TextField from '../kit/TextField.vue'

/** A line of plain words of the piece one is on; `usual` stands where nothing was said. */
const props = defineProps<{ path: string; label: string; hint?: string; most?: number; usual?: string }>()
const context = usePiece()
const full = computed(() => context.at(props.path))
const standing = useDocument<string | number>(context, () => context.at(props.path))
const draft = computed(() => context.drafts[full.value])
const value = computed(() => String(draft.value?.value ?? standing.value ?? props.usual ?? ''))
</script>

<template>
  <TextField
    :label="label"
    :hint="hint"
    :value="value"
    :most="most ?? 80"
    :path="path"
    :fault="draft?.message"
    @commit="(text: string) => context.change([{ path: full, value: text }], label.toLowerCase())"
  />
</template>
