<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed, ref, useId, watch } from 'vue'

import { STAGE, useDocument, usePiece } from '../composables/usePiece'

/** A line of plain words of the piece one is on. */
const props = defineProps<{ path: string; label: string; hint?: string; most?: number; usual?: string }>()
const context = usePiece()
const id = useId()
const full = computed(() => `${STAGE}.${props.path}`)
const standing = useDocument<string | number>(context, `${STAGE}.${props.path}`)
const text = ref('')
watch(standing, (to) => (text.value = String(to ?? props.usual ?? '')), { immediate: true })
const draft = computed(() => context.drafts[full.value])

function commit() {
  if (text.value !== String(standing.value ?? props.usual ?? ''))
    void context.change([{ path: full.value, value: text.value }], props.label.toLowerCase())
}
</script>

<template>
  <div class="row">
    <label :for="id"
      >{{ label }} <span v-if="hint" class="quiet small">{{ hint }}</span></label
    >
    <InputText
      :id="id"
      v-model="text"
      :maxlength="most ?? 80"
      autocomplete="off"
      :data-path="path"
      @blur="commit"
      @keydown.enter="($event.target as HTMLInputElement).blur()"
    />
    <span v-if="draft" class="fault" role="alert">✕ {{ draft.message }}</span>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 14.4rem;
  gap: 4px 10px;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px solid var(--rule);
}

.fault {
  grid-column: 1 / -1;
  color: var(--note);
  font-weight: 600;
  font-size: 0.88rem;
}
</style>
