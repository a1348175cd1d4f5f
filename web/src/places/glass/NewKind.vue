<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import Button from 'primevue/button'
import { ref } from 'vue'

import { api, request, Refused } from '../../api/client'
import TextField from '../../components/TextField.vue'
import TypedField from '../../components/TypedField.vue'
import { usePreferences } from '../../composables/usePreferences'
import { KIND_FIELDS } from './kindFields'

/** A glass of one's own. What is refused stays as typed, with its reason. */
const emit = defineEmits<{ done: [] }>()
const preferences = usePreferences()
const queries = useQueryClient()
const typed = ref<Record<string, string>>({})
const faults = ref<Record<string, string>>({})
const trouble = ref('')
const ASKED = KIND_FIELDS.filter((field) => !['stiffness', 'poisson'].includes(field.name))

async function save() {
  faults.value = {}
  trouble.value = ''
  const filled = Object.fromEntries(Object.entries(typed.value).filter(([, text]) => text.trim()))
  try {
    await request(
      api.POST('/api/glass', {
        body: {
          system: preferences.system,
          document: { expansion: '', source: 'your own figures', ...filled },
        },
      }),
    )
    for (const list of ['glass', 'sums']) await queries.invalidateQueries({ queryKey: [list] })
    emit('done')
  } catch (error) {
    trouble.value = (error as Error).message
    if (error instanceof Refused)
      faults.value = Object.fromEntries(error.faults.map((f) => [f.path, f.message]))
  }
}
</script>

<template>
  <form class="new-kind" aria-label="New kind of glass" @submit.prevent="save">
    <TextField
      label="Name"
      :value="typed.name ?? ''"
      :fault="faults.name"
      @commit="(text: string) => (typed.name = text)"
    />
    <TypedField
      v-for="field in ASKED"
      :key="field.name"
      :label="field.label"
      :hint="'hint' in field ? field.hint : undefined"
      :draft="typed[field.name] ?? ''"
      :fault="faults[field.name]"
      :path="`new.${field.name}`"
      @commit="(text: string) => (typed[field.name] = text)"
      @forget="delete typed[field.name]"
    />
    <TextField
      label="Source"
      hint="maker’s sheet, date"
      :value="typed.source ?? ''"
      @commit="(text: string) => (typed.source = text)"
    />
    <p class="acts">
      <Button type="submit" label="Keep this glass" />
      <Button type="button" variant="outlined" label="Give up" @click="emit('done')" />
      <span v-if="trouble" class="fault" role="alert">✕ {{ trouble }}</span>
    </p>
  </form>
</template>

<style scoped>
.new-kind {
  max-width: 34rem;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 14px;
  align-items: center;
  padding-top: 10px;
}

.fault {
  color: var(--note);
  font-weight: 600;
}
</style>
