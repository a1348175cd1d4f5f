<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, watch } from 'vue'

import { api, request } from '../api/client'
import { useChoices } from '../composables/useChoices'
import ChoiceField from '../kit/ChoiceField.vue'
import { keyOf } from '../kit/keys'

/** On what: the cradles of the shelf that suit what is done, or a new one to be measured. `new-` and a shape, or a number. */
const chosen = defineModel<string>({ required: true })
const props = defineProps<{ process: string }>()
const { all, process: found, family: familyOf } = useChoices()
const family = computed(() => familyOf(found(props.process)?.family ?? 'fill'))
const cradles = useQuery({
  queryKey: keyOf('cradles', 'all'),
  queryFn: () => request(api.GET('/api/cradles', { params: { query: { limit: 500 } } })),
})
const shapes = computed(() => (all.value?.shapes ?? []).filter((s) => family.value?.shapes.includes(s.key)))
const suiting = computed(() =>
  (cradles.data.value?.rows ?? []).filter(
    (c) =>
      c.families.includes(family.value?.key ?? '') ||
      (!c.families.length && c.shapes.every((s) => family.value?.shapes.includes(s))),
  ),
)
const options = computed(() => [
  { key: 'new-', name: `a new ${family.value?.cradle ?? 'cradle'}, to be measured` },
  ...(shapes.value.length > 1
    ? shapes.value.map((s) => ({ key: `new-${s.key}`, name: `a new one: ${s.name.toLowerCase()}` }))
    : []),
  ...suiting.value.map((c) => ({ key: String(c.id), name: c.name })),
])
watch(options, (list) => {
  if (!list.some((o) => o.key === chosen.value)) chosen.value = 'new-'
})
const label = computed(() => {
  const word = family.value?.cradle ?? 'cradle'
  return word[0]!.toUpperCase() + word.slice(1)
})
</script>

<template>
  <ChoiceField :label="label" :value="chosen" :options="options" @choose="(key: string) => (chosen = key)" />
</template>
