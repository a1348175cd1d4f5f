<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'

import { api, request } from '../../api/client'
import TextField from '../../kit/TextField.vue'
import TypedField from '../../kit/TypedField.vue'
import { usePreferences } from '../../composables/usePreferences'
import { KIND_FIELDS } from './kindFields'
import { useFetched } from '../../kit/keys'
import { useAction } from '../../kit/useAction'

/** A glass of one's own. What is refused stays as typed, with its reason. */
const emit = defineEmits<{ done: [] }>()
const preferences = usePreferences()
const { refresh } = useFetched()
const typed = ref<Record<string, string>>({})
const ASKED = KIND_FIELDS.filter((field) => !['stiffness', 'poisson'].includes(field.name))

const saving = useAction(
  () => {
    const filled = Object.fromEntries(Object.entries(typed.value).filter(([, text]) => text.trim()))
    return request(
      api.POST('/api/glass', {
        body: {
          system: preferences.system,
          document: { expansion: '', source: 'your own figures', ...filled },
        },
      }),
    )
  },
  {
    done: async () => {
      await refresh('glass', 'sums')
      emit('done')
    },
  },
)
const { faults, trouble } = saving
</script>

<template>
  <form class="new-kind" aria-label="New kind of glass" @submit.prevent="saving.act()">
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
  gap: var(--s3) var(--s4);
  align-items: center;
  padding-top: var(--s3);
}
</style>
