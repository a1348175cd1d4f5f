<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'

import { api, asked } from '../../api/client'
import type { Kiln } from '../../api/types'
import TypedField from '../../components/TypedField.vue'
import { usePreferences } from '../../composables/usePreferences'
import { KILN_FIELDS } from './kilnFields'

const props = defineProps<{ kiln: Kiln }>()
const preferences = usePreferences()
const queries = useQueryClient()
const drafts = ref<Record<string, { typed: string; fault: string }>>({})

async function write(name: string, typed: string) {
  try {
    const saved = await asked(
      api.PATCH('/api/kilns/{kiln_id}', {
        params: { path: { kiln_id: props.kiln.id } },
        body: { version: props.kiln.version, system: preferences.system, document: { [name]: typed } },
      }),
    )
    delete drafts.value[name]
    queries.setQueryData(['kilns'], (rows: Kiln[] | undefined) =>
      rows?.map((k) => (k.id === saved.id ? saved : k)),
    )
    void queries.invalidateQueries({ queryKey: ['piece'] })
    void queries.invalidateQueries({ queryKey: ['pieces'] })
  } catch (error) {
    drafts.value[name] = { typed, fault: (error as Error).message }
    void queries.invalidateQueries({ queryKey: ['kilns'] })
  }
}
</script>

<template>
  <article>
    <h2>{{ kiln.name }}</h2>
    <p>
      Off, it falls
      <template v-for="([at, rate], i) in kiln.coasting" :key="i">
        <template v-if="i">{{ i === kiln.coasting.length - 1 ? ' and ' : ', ' }}</template><b
          class="figures"
          >{{ preferences.pick(rate!).text }}</b
        >
        at {{ preferences.pick(at!).text }}</template
      >, empty.
    </p>
    <p class="quiet small">
      Plans: {{ kiln.pieces }}. As one warm body with a time constant of
      {{ preferences.pick(kiln.time_constant).text }}.
    </p>
    <TypedField
      v-for="field in KILN_FIELDS"
      :key="field.name"
      :label="field.label"
      :hint="'hint' in field ? field.hint : undefined"
      :shown="kiln.entries[field.name]?.shown ?? null"
      :draft="drafts[field.name]?.typed"
      :fault="drafts[field.name]?.fault"
      :path="`${kiln.name}.${field.name}`"
      @commit="(typed: string) => write(field.name, typed)"
      @forget="delete drafts[field.name]"
    />
  </article>
</template>

<style scoped>
article {
  display: grid;
  gap: 6px;
  align-content: start;
}

h2 {
  font-size: 1.1rem;
  border-bottom: 1px solid var(--ink);
  padding-bottom: 4px;
}
</style>
