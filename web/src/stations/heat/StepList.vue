<script setup lang="ts">
import type { HeatPlan } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'

const props = defineProps<{ heat: HeatPlan; isStill?: boolean }>()
const chosen = defineModel<number | null>()
const preferences = usePreferences()
const LIMITS = {
  cradle: 'cradle',
  glass: 'glass',
  kiln: 'kiln',
  choice: 'your choice',
  shelves: 'shelves',
} as const
/** The day stands where it changes. */
function ends(index: number): string {
  const [here, before] = [index, index - 1]
    .map((i) => props.heat.ends[i])
    .map((e) => e && preferences.pick(e))
  return here!.value === before?.value ? here!.unit : here!.text
}
const changed = (key: string) => (props.heat.changed.includes(key) ? ' ✎' : '')
</script>

<template>
  <table class="steps">
    <caption class="visually-hidden">
      Steps of the firing
    </caption>
    <thead>
      <tr>
        <th scope="col" colspan="2">Step</th>
        <th scope="col">Rate</th>
        <th scope="col">To</th>
        <th scope="col">Hold</th>
        <th scope="col" class="limit">Limit</th>
        <th scope="col" class="ends">Ends</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(step, index) in heat.steps" :key="step.key" :class="{ chosen: chosen === index }">
        <td class="figures quiet">{{ index + 1 }}</td>
        <th scope="row">
          <template v-if="isStill">{{ step.name }}{{ changed(step.key) }}</template>
          <button
            v-else
            type="button"
            class="plain-button"
            :aria-pressed="chosen === index"
            :data-figure="step.figures[0]"
            @click="chosen = chosen === index ? null : index"
          >
            {{ step.name }}{{ changed(step.key) }}
          </button>
        </th>
        <td class="figures">{{ preferences.pick(step.rate).text }}</td>
        <td class="figures">{{ preferences.pick(step.to).text }}</td>
        <td class="figures">{{ step.hold_s ? preferences.pick(step.hold).text : '' }}</td>
        <td class="limit">
          {{ LIMITS[step.limited_by] }}
        </td>
        <td class="figures ends">{{ ends(index) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
thead th {
  font-size: 0.8rem;
  font-weight: 400;
  color: var(--ink-soft);
  border-bottom: 1.5px solid var(--ink);
}

th,
td {
  text-align: left;
  padding: 1px 10px 1px 0;
  border-bottom: 1px solid var(--rule);
  white-space: nowrap;
  font-size: 0.9rem;
}

tbody th {
  font-weight: 650;
}

tbody td.figures {
  font-size: 0.88rem;
}

tr.chosen > * {
  background: var(--pressed);
}

.ends {
  text-align: right;
}

.steps button {
  font-weight: inherit;
  min-height: 24px;
}

@media (max-width: 720px) {
  thead {
    display: none;
  }

  tr {
    display: grid;
    grid-template-columns: 1.6rem 1fr auto auto;
    border-bottom: 1px solid var(--rule);
    padding: 4px 0;
  }

  th,
  td {
    border: 0;
    padding: 2px 8px 2px 0;
  }

  tbody th {
    grid-column: 2 / span 3;
  }

  td:nth-child(3) {
    grid-column: 2;
  }

  .ends {
    grid-column: 2 / span 3;
    color: var(--ink-soft);
  }

  .limit {
    display: none;
  }

  .steps button {
    min-height: 40px;
    width: 100%;
  }
}
</style>
