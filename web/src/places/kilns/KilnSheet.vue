<script setup lang="ts">
import { api, asked } from '../../api/client'
import type { Kiln } from '../../api/types'
import TypedField from '../../components/TypedField.vue'
import { usePreferences } from '../../composables/usePreferences'
import { useRowEdits } from '../../composables/useRowEdits'
import { KILN_FIELDS } from './kilnFields'

const props = defineProps<{ kiln: Kiln }>()
const preferences = usePreferences()
const { drafts, write, forget } = useRowEdits<Kiln>('kilns')

const change = (name: string, typed: string) =>
  write(name, typed, () =>
    asked(
      api.PATCH('/api/kilns/{kiln_id}', {
        params: { path: { kiln_id: props.kiln.id } },
        body: { version: props.kiln.version, system: preferences.system, document: { [name]: typed } },
      }),
    ),
  )
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
      @commit="(typed: string) => change(field.name, typed)"
      @forget="forget(field.name)"
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
