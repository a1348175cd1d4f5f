<script setup lang="ts">
import Textarea from 'primevue/textarea'
import { computed, ref, watch } from 'vue'

import type { After } from '../../api/types'
import { ActionButton } from '../../kit/ActionButton'
import FaultDrawing from './FaultDrawing.vue'
import Fold from '../../kit/Fold.vue'
import { useLooking } from '../../kit/looking'

/** What was found, chosen by picture and word; pressed again it is taken back. */
const props = defineProps<{ faults: After['faults']; note: string; by: string[] }>()
const emit = defineEmits<{ change: [faults: string[]]; note: [note: string] }>()
const text = ref(props.note)
const looking = useLooking()
watch(
  () => props.note,
  (to) => (text.value = to),
)
function press(key: string) {
  const seen = props.faults.filter((f) => f.is_seen).map((f) => f.key)
  emit('change', seen.includes(key) ? seen.filter((k) => k !== key) : [...seen, key])
}
// the first of a family are met most; what was seen is never folded away
const SHOWN = 8
const first = computed(() => props.faults.filter((fault, i) => i < SHOWN || fault.is_seen))
const rest = computed(() => props.faults.filter((fault, i) => i >= SHOWN && !fault.is_seen))
</script>

<template>
  <section>
    <h3>What was found</h3>
    <div class="grid" role="group" aria-label="Faults">
      <ActionButton
        v-for="fault in first"
        :key="fault.key"
        look="own"
        :aria-pressed="fault.is_seen"
        :title="fault.words"
        :data-fault="fault.key"
        @click="press(fault.key)"
      >
        <FaultDrawing :fault="fault.key" />
        <span>{{ fault.is_seen ? '✓ ' : '' }}{{ fault.name }}</span>
      </ActionButton>
    </div>
    <Fold
      v-if="rest.length"
      name="faults-more"
      label="Something else was found"
      :hint="`${rest.length} more`"
    >
      <div class="grid" role="group" aria-label="More faults">
        <ActionButton
          v-for="fault in rest"
          :key="fault.key"
          look="own"
          :aria-pressed="fault.is_seen"
          :title="fault.words"
          :data-fault="fault.key"
          @click="press(fault.key)"
        >
          <FaultDrawing :fault="fault.key" />
          <span>{{ fault.is_seen ? '✓ ' : '' }}{{ fault.name }}</span>
        </ActionButton>
      </div>
    </Fold>
    <label class="small quiet"
      >In your own words
      <Textarea
        v-model="text"
        :readonly="looking"
        rows="2"
        maxlength="2000"
        @blur="text !== note && emit('note', text)"
      />
    </label>
    <p v-if="by.length" class="small quiet by">Measured and looked at by {{ by.join(', ') }}</p>
  </section>
</template>

<style scoped>
h3 {
  font-size: var(--f3);
  border-bottom: var(--line) solid var(--ink);
  padding-bottom: var(--edge);
  margin-bottom: var(--s2);
}

.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(6rem, 1fr));
  gap: var(--s2);
}

button {
  display: grid;
  justify-items: center;
  align-content: start;
  gap: var(--s0);
  padding: var(--s1) var(--s1);
  min-height: 4.75rem;
  border: var(--line) solid var(--rule);
  border-radius: var(--s0);
  background: none;
  color: inherit;
  font-size: var(--f1);
  line-height: 1.2;
  text-align: center;
  cursor: pointer;
}

button:hover {
  background: var(--pressed);
}

button[aria-pressed='true'] {
  border: var(--s0) solid var(--ink);
  background: var(--pressed);
  font-weight: 650;
}

label {
  display: grid;
  margin-top: var(--s2);
}

textarea {
  width: 100%;
  background: var(--sheet);
  color: var(--ink);
  border: var(--line) solid var(--rule);
  padding: var(--s2);
}
</style>
