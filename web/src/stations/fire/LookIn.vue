<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'

/** What was seen through the peephole: one press, with a word or two of one's own. */
const emit = defineEmits<{ act: [kind: string, name: string, data: Record<string, unknown>] }>()
const note = ref('')
const SAW = ['not yet', 'right', 'too far'] as const

function saw(what: string) {
  emit('act', 'looked', `Looked in: ${what}`, { saw: what, note: note.value })
  note.value = ''
}
</script>

<template>
  <fieldset class="look">
    <legend>Looked in</legend>
    <div class="row">
      <Button v-for="what in SAW" :key="what" :label="what" variant="outlined" @click="saw(what)" />
    </div>
    <label class="small quiet"
      >Softness, glow
      <InputText v-model="note" maxlength="200" placeholder="edges round, cherry glow" />
    </label>
    <p class="small quiet">⚠ Protective clothing, seconds only, power off to the elements, never alone.</p>
  </fieldset>
</template>

<style scoped>
.look {
  border: var(--line) solid var(--rule);
  padding: var(--s2) var(--s3);
  margin: 0;
  display: grid;
  gap: var(--s2);
}

legend {
  font-weight: 650;
  padding: 0 var(--s1);
}

.row {
  display: flex;
  gap: var(--s2);
}

.row > * {
  flex: 1;
  min-height: var(--row);
}

label {
  display: grid;
}
</style>
