<script setup lang="ts">
import { computed } from 'vue'

import { useChoices } from '../composables/useChoices'
import FamilyDrawing from '../drawing/FamilyDrawing.vue'

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
      <label v-for="one in all?.families ?? []" :key="one.key" :class="{ chosen: one.key === family }">
        <input
          type="radio"
          name="family"
          :value="one.key"
          :checked="one.key === family"
          @change="choose(one.key)"
        />
        <FamilyDrawing :family="one.key" />
        <b>{{ one.name }}</b>
      </label>
    </div>
    <p class="small quiet">{{ all?.families.find((f) => f.key === family)?.says }}</p>
    <div v-if="processes.length > 1" class="processes" role="radiogroup" aria-label="Process">
      <label v-for="one in processes" :key="one.key" :class="{ chosen: one.key === process }">
        <input v-model="process" type="radio" name="process" :value="one.key" />
        {{ one.name }}
      </label>
    </div>
  </fieldset>
</template>

<style scoped>
.what {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 8px;
}

legend {
  font-weight: 650;
  padding: 0 0 6px;
}

.families {
  display: grid;
  grid-template-columns: repeat(6, minmax(0, 1fr));
  gap: 6px;
}

label {
  cursor: pointer;
}

.families label {
  display: grid;
  justify-items: center;
  gap: 4px;
  padding: 6px 4px;
  border: 1px solid var(--rule);
  text-align: center;
  font-size: 0.84rem;
  line-height: 1.15;
}

.families b {
  font-weight: 500;
}

.chosen {
  border-color: var(--ink) !important;
  box-shadow: inset 0 -3px 0 var(--ink);
}

.chosen b {
  font-weight: 700;
}

.families input {
  position: absolute;
  opacity: 0;
}

label:focus-within {
  outline: 2px solid var(--note);
  outline-offset: 1px;
}

.processes {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 6px;
}

.processes label {
  border: 1px solid var(--rule);
  padding: 6px 10px;
  min-height: 40px;
  display: flex;
  gap: 6px;
  align-items: center;
  font-size: 0.92rem;
}

svg {
  max-width: 100%;
  height: auto;
}

@media (max-width: 720px) {
  .families {
    grid-template-columns: repeat(3, minmax(0, 1fr));
  }
}
</style>
