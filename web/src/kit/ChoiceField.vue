<script setup lang="ts">
import Select from 'primevue/select'
import { useId } from 'vue'
import { useLooking } from './looking'
import WordedText from './WordedText.vue'

/** A choice among a few words, ruled like a typed field; `isView` where it only chooses what is shown. */
defineProps<{
  label: string
  hint?: string
  value: unknown
  options: { key: unknown; name: string }[]
  isView?: boolean
}>()
defineEmits<{ choose: [key: never] }>()
const id = useId()
const looking = useLooking()
</script>

<template>
  <div class="row">
    <label :id="id"
      ><WordedText :text="label" /> <span v-if="hint" class="quiet small">{{ hint }}</span></label
    >
    <Select
      :model-value="value"
      :options="options"
      option-label="name"
      option-value="key"
      :aria-labelledby="id"
      :disabled="looking && !isView"
      @update:model-value="(key) => $emit('choose', key as never)"
    />
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 14.4rem;
  gap: var(--s3);
  align-items: center;
  min-height: var(--row);
  border-bottom: var(--line) solid var(--rule);
}

@media (max-width: 30em) {
  .row {
    grid-template-columns: minmax(0, 1fr) 12.6rem;
  }
}
</style>
