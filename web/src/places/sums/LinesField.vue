<script setup lang="ts">
import Textarea from 'primevue/textarea'
import { ref, useId, watch } from 'vue'

/** A few lines of text, one thing on each. */
const props = defineProps<{ label: string; hint?: string; value: string }>()
const emit = defineEmits<{ commit: [value: string] }>()
const id = useId()
const text = ref(props.value)
watch(
  () => props.value,
  (to) => (text.value = to),
)
</script>

<template>
  <div class="lines">
    <label :for="id"
      >{{ label }} <span v-if="hint" class="quiet small">{{ hint }}</span></label
    >
    <Textarea
      :id="id"
      v-model="text"
      class="figures"
      rows="5"
      maxlength="4000"
      auto-resize
      spellcheck="false"
      @blur="text !== value && emit('commit', text)"
    />
  </div>
</template>

<style scoped>
.lines {
  display: grid;
  gap: var(--s1);
  padding: var(--s2) 0;
  border-bottom: var(--line) solid var(--rule);
}
</style>
