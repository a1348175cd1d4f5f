<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { reactive, ref } from 'vue'

import { api, request, Refused } from '../../api/client'
import { usePreferences } from '../../composables/usePreferences'
import ChoiceField from '../../components/ChoiceField.vue'
import { KILN_FIELDS, LININGS } from './kilnFields'

const emit = defineEmits<{ done: [] }>()
const preferences = usePreferences()
const queries = useQueryClient()
const typed = reactive<Record<string, string>>({ name: '' })
const faults = ref<Record<string, string>>({})
const trouble = ref('')
const lining = ref('unknown')

async function save() {
  faults.value = {}
  trouble.value = ''
  const document = Object.fromEntries([
    ['name', typed.name ?? ''],
    ['lining', lining.value],
    ...KILN_FIELDS.map((f) => [f.name, typed[f.name] ?? ''] as const),
  ])
  try {
    await request(api.POST('/api/kilns', { body: { system: preferences.system, document } }))
    await queries.invalidateQueries({ queryKey: ['kilns'] })
    emit('done')
  } catch (error) {
    if (error instanceof Refused)
      faults.value = Object.fromEntries(error.faults.map((f) => [f.path, f.message]))
    if (!Object.keys(faults.value).length) trouble.value = (error as Error).message
  }
}
</script>

<template>
  <form class="new-kiln" @submit.prevent="save">
    <h2>New kiln</h2>
    <label
      v-for="field in [{ name: 'name', label: 'Name', start: 'Petrel' }, ...KILN_FIELDS]"
      :key="field.name"
    >
      <span>{{ field.label }}</span>
      <InputText
        v-model="typed[field.name]"
        :placeholder="field.start"
        maxlength="200"
        :invalid="!!faults[field.name]"
        autocomplete="off"
      />
      <span v-if="faults[field.name]" class="fault" role="alert">✕ {{ faults[field.name] }}</span>
    </label>
    <ChoiceField
      label="Lined with"
      hint="brick falls fast at first"
      :value="lining"
      :options="[...LININGS]"
      @choose="(key: string) => (lining = key)"
    />
    <p v-if="trouble" role="alert">{{ trouble }}</p>
    <div class="go">
      <Button type="submit" label="Keep this kiln" />
      <Button type="button" variant="outlined" label="Leave it" @click="emit('done')" />
    </div>
  </form>
</template>

<style scoped>
.new-kiln {
  display: grid;
  gap: 2px;
  max-width: 34rem;
}

label {
  display: grid;
  grid-template-columns: 1fr 12rem;
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

.go {
  display: flex;
  gap: 10px;
  padding-top: 12px;
}
</style>
