<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import { computed, ref, watch } from 'vue'

import type { Choices, Cradle } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'
import { localNow } from '../../logic/localTime'
import DayField from '../../kit/DayField.vue'
import Making from '../../kit/Making.vue'

type Coat = { kind: string; coats: number; on: string; firings: number }

/** What was put on against sticking: newest first, and a coat to be written down. */
const props = defineProps<{ cradle: Cradle; choices: Choices }>()
const emit = defineEmits<{ change: [log: Coat[]] }>()
const preferences = usePreferences()
const log = computed(() => (props.cradle.care.release ?? []) as Coat[])
const sorted = computed(() => [...log.value].sort((a, b) => b.on.localeCompare(a.on)))
const release = (key: string) => props.choices.releases.find((r) => r.key === key)
const kind = ref('kiln-wash')
const coats = ref('')
const on = ref(localNow(new Date()).slice(0, 10))
watch(kind, (key) => (coats.value = String(release(key)?.coats ?? 1)), { immediate: true })
const add = () =>
  emit('change', [
    ...log.value,
    { kind: kind.value, coats: Number(coats.value) || 0, on: on.value, firings: 0 },
  ])
</script>

<template>
  <section aria-label="Release">
    <h3>Release</h3>
    <p v-if="!sorted.length" class="quiet small">
      Nothing is written down. Glass welds to what is not coated.
    </p>
    <ul>
      <li v-for="(coat, i) in sorted" :key="i">
        <span>{{ coat.on }}, {{ release(coat.kind)?.name }}, {{ coat.coats }} coats</span>
        <span class="small quiet"
          >to {{ preferences.pick(release(coat.kind)!.rated).text }}, fired {{ coat.firings }} times</span
        >
      </li>
    </ul>
    <Making
      ><form @submit.prevent="add">
        <Select
          v-model="kind"
          :options="choices.releases"
          option-label="name"
          option-value="key"
          aria-label="Kind of release"
        />
        <label class="small">coats <InputText v-model="coats" inputmode="numeric" maxlength="2" /></label>
        <DayField v-model="on" label="on" />
        <Button type="submit" variant="outlined" label="Write it down" /></form
    ></Making>
    <p class="small quiet">Spray and dry powder: respirator, ventilation, wet clean-up.</p>
  </section>
</template>

<style scoped>
h3 {
  font-size: var(--f3);
  border-bottom: var(--line) solid var(--ink);
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: var(--s0) var(--s3);
  padding: var(--s1) 0;
  border-bottom: var(--line) solid var(--rule);
}

form {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2) var(--s3);
  align-items: center;
  padding: var(--s2) 0 var(--s1);
}

form :deep(.p-inputtext) {
  width: 3rem;
}

input[type='date'] {
  background: transparent;
  color: inherit;
  border: 0;
  border-bottom: var(--line) solid var(--rule);
  min-height: var(--s7);
}
</style>
