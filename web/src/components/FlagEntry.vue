<script setup lang="ts">
import Checkbox from 'primevue/checkbox'
import { useId } from 'vue'

import { useDocument, usePiece } from '../composables/usePiece'
import { useLooking } from '../kit/looking'
import WordedText from '../kit/WordedText.vue'

/** A yes or no of the piece one is on, by its path; `undo` is what it is called when it is taken back. */
const props = defineProps<{ path: string; label: string; hint?: string; undo: string }>()
const context = usePiece()
const standing = useDocument<boolean>(context, () => context.at(props.path))
const id = useId()
const looking = useLooking()
const set = (value: boolean) => context.change([{ path: context.at(props.path), value }], props.undo)
</script>

<template>
  <div class="row">
    <label :for="id"
      ><WordedText :text="label" /> <span v-if="hint" class="quiet small">{{ hint }}</span></label
    >
    <Checkbox
      :input-id="id"
      binary
      :model-value="standing === true"
      :disabled="looking"
      @update:model-value="set"
    />
  </div>
</template>

<style scoped>
.row {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: var(--row);
  border-bottom: var(--line) solid var(--rule);
}
</style>
