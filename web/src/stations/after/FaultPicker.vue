<script setup lang="ts">
import { ref, watch } from 'vue'

import type { After } from '../../api/types'
import FaultDrawing from './FaultDrawing.vue'

/** What was found, chosen by picture and word; pressed again it is taken back. */
const props = defineProps<{ faults: After['faults']; note: string }>()
const emit = defineEmits<{ change: [faults: string[]]; note: [note: string] }>()
const text = ref(props.note)
watch(
  () => props.note,
  (to) => (text.value = to),
)
function press(key: string) {
  const seen = props.faults.filter((f) => f.is_seen).map((f) => f.key)
  emit('change', seen.includes(key) ? seen.filter((k) => k !== key) : [...seen, key])
}
</script>

<template>
  <section>
    <h3>What was found</h3>
    <div class="grid" role="group" aria-label="Faults">
      <button
        v-for="fault in faults"
        :key="fault.key"
        type="button"
        :aria-pressed="fault.is_seen"
        :title="fault.words"
        :data-fault="fault.key"
        @click="press(fault.key)"
      >
        <FaultDrawing :fault="fault.key" />
        <span>{{ fault.is_seen ? '✓ ' : '' }}{{ fault.name }}</span>
      </button>
    </div>
    <label class="small quiet"
      >In your own words
      <textarea
        v-model="text"
        rows="2"
        maxlength="2000"
        @blur="text !== note && emit('note', text)"
      ></textarea>
    </label>
  </section>
</template>

<style scoped>
h3 {
  font-size: 0.95rem;
  border-bottom: 1px solid var(--ink);
  padding-bottom: 3px;
  margin-bottom: 8px;
}

.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(96px, 1fr));
  gap: 6px;
}

button {
  display: grid;
  justify-items: center;
  align-content: start;
  gap: 2px;
  padding: 5px 4px;
  min-height: 76px;
  border: 1px solid var(--rule);
  border-radius: 2px;
  background: none;
  color: inherit;
  font-size: 0.78rem;
  line-height: 1.2;
  text-align: center;
  cursor: pointer;
}

button:hover {
  background: var(--pressed);
}

button[aria-pressed='true'] {
  border: 2px solid var(--ink);
  background: var(--pressed);
  font-weight: 650;
}

label {
  display: grid;
  margin-top: 8px;
}

textarea {
  width: 100%;
  background: var(--sheet);
  color: var(--ink);
  border: 1px solid var(--rule);
  padding: 6px;
}
</style>
