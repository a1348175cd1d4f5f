<script setup lang="ts">
import { computed } from 'vue'

import { useChoices } from '../composables/useChoices'
import FamilyDrawing from '../drawing/FamilyDrawing.vue'
import RadioCard from '../kit/RadioCard.vue'

/** What is done: the family by its drawing, then the process in it. */
const process = defineModel<string>({ required: true })
const { all, process: found } = useChoices()
const family = computed(() => found(process.value)?.family ?? '')
const processes = computed(() => (all.value?.processes ?? []).filter((p) => p.family === family.value))
function choose(key: string) {
  if (key === family.value) return
  const usual: Record<string, string> = { slump: 'slump', lay: 'full', drape: 'drape' }
  process.value = usual[key] ?? all.value?.processes.find((p) => p.family === key)?.key ?? process.value
}
</script>

<template>
  <fieldset class="what">
    <legend>What is done</legend>
    <div class="families" role="radiogroup" aria-label="What is done">
      <RadioCard
        v-for="one in all?.families ?? []"
        :key="one.key"
        :model-value="family"
        group="family"
        :value="one.key"
        @update:model-value="choose"
      >
        <FamilyDrawing :family="one.key" />
        <b>{{ one.name }}</b>
      </RadioCard>
    </div>
    <p class="small quiet">{{ all?.families.find((f) => f.key === family)?.says }}</p>
    <div v-if="processes.length > 1" class="processes" role="radiogroup" aria-label="Process">
      <RadioCard v-for="one in processes" :key="one.key" v-model="process" group="process" :value="one.key">
        {{ one.name }}
      </RadioCard>
    </div>
  </fieldset>
</template>

<style scoped>
.what {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  gap: var(--s2);
}

legend {
  font-weight: 650;
  padding: 0 0 var(--s2);
}

.families {
  display: grid;
  grid-template-columns: repeat(6, minmax(0, 1fr));
  gap: var(--s2);
}

label {
  cursor: pointer;
}

.families label {
  display: grid;
  justify-items: center;
  gap: var(--s1);
  padding: var(--s2) var(--s1);
  border: var(--line) solid var(--rule);
  text-align: center;
  font-size: var(--f2);
  line-height: 1.15;
}

.families b {
  font-weight: 500;
}

.chosen {
  border-color: var(--ink) !important;
  box-shadow: inset 0 calc(-1 * var(--edge)) 0 var(--ink);
}

.chosen b {
  font-weight: 700;
}

.families input {
  position: absolute;
  opacity: 0;
}

label:focus-within {
  outline: var(--s0) solid var(--note);
  outline-offset: var(--line);
}

.processes {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s1) var(--s2);
}

.processes label {
  border: var(--line) solid var(--rule);
  padding: var(--s2) var(--s3);
  min-height: var(--s8);
  display: flex;
  gap: var(--s2);
  align-items: center;
  font-size: var(--f2);
}

svg {
  max-width: 100%;
  height: auto;
}

@media (max-width: 45em) {
  .families {
    grid-template-columns: repeat(3, minmax(0, 1fr));
  }
}
</style>
