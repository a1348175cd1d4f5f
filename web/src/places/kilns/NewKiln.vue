<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, reactive, ref } from 'vue'

import { api, request } from '../../api/client'
import { usePreferences } from '../../composables/usePreferences'
import ChoiceField from '../../kit/ChoiceField.vue'
import { KILN_FIELDS, LININGS } from './kilnFields'
import { useFetched } from '../../kit/keys'
import { useAction } from '../../kit/useAction'

const emit = defineEmits<{ done: [] }>()
const preferences = usePreferences()
const { refresh } = useFetched()
const typed = reactive<Record<string, string>>({ name: '' })
const lining = ref('unknown')

const saving = useAction(
  () => {
    const document = Object.fromEntries([
      ['name', typed.name ?? ''],
      ['lining', lining.value],
      ...KILN_FIELDS.map((f) => [f.name, typed[f.name] ?? ''] as const),
    ])
    return request(api.POST('/api/kilns', { body: { system: preferences.system, document } }))
  },
  {
    done: async () => {
      await refresh('kilns')
      emit('done')
    },
  },
)
const { faults } = saving
const trouble = computed(() => (Object.keys(faults.value).length ? '' : saving.trouble.value))
</script>

<template>
  <form class="new-kiln" @submit.prevent="saving.act()">
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
  gap: var(--s0);
  max-width: 34rem;
}

label {
  display: grid;
  grid-template-columns: 1fr 12rem;
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

.go {
  display: flex;
  gap: var(--s3);
  padding-top: var(--s3);
}
</style>
