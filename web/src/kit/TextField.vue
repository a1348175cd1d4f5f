<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { ref, useId, watch } from 'vue'
import { useLooking } from './looking'
import WordedText from './WordedText.vue'

/** A line of plain words; what stood there is sent again only when it was changed. */
const props = defineProps<{
  label: string
  hint?: string
  value: string
  fault?: string
  placeholder?: string
  most?: number
  path?: string
}>()
const emit = defineEmits<{ commit: [text: string] }>()
const id = useId()
const looking = useLooking()
const text = ref(props.value)
watch(
  () => props.value,
  (to) => (text.value = to),
)
</script>

<template>
  <div class="row">
    <label :for="id"
      ><WordedText :text="label" /> <span v-if="hint" class="quiet small">{{ hint }}</span></label
    >
    <InputText
      :id="id"
      v-model="text"
      :maxlength="most ?? 200"
      :data-path="path"
      autocomplete="off"
      :placeholder="placeholder"
      :invalid="!!fault"
      :readonly="looking"
      @blur="text !== value && emit('commit', text)"
      @keydown.enter="($event.target as HTMLInputElement).blur()"
    />
    <span v-if="fault" class="fault" role="alert">✕ {{ fault }}</span>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 14.4rem);
  gap: var(--s1) var(--s3);
  align-items: center;
  min-height: var(--row);
  border-bottom: var(--line) solid var(--rule);
}

.fault {
  grid-column: 1 / -1;
  color: var(--note);
  font-weight: 600;
  font-size: var(--f2);
}
</style>
