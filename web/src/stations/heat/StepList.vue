<script setup lang="ts">
import type { HeatPlan } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'
import { ActionButton } from '../../kit/ActionButton'

const props = defineProps<{ heat: HeatPlan; isStill?: boolean }>()
const chosen = defineModel<number | null>()
const preferences = usePreferences()
const LIMITS = {
  cradle: 'cradle',
  glass: 'glass',
  kiln: 'kiln',
  choice: 'your choice',
  shelves: 'shelves',
  load: 'the load',
} as const
/** The day stands where it changes. */
function ends(index: number): string {
  const [here, before] = [index, index - 1]
    .map((i) => props.heat.ends[i])
    .map((e) => e && preferences.pick(e))
  return here!.value === before?.value && here!.unit.includes(':') ? here!.unit : here!.text
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
          <ActionButton
            v-else
            look="plain"
            :aria-pressed="chosen === index"
            :data-figure="step.figures[0]"
            @click="chosen = chosen === index ? null : index"
          >
            {{ step.name }}{{ changed(step.key) }}
          </ActionButton>
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
  font-size: var(--f2);
  font-weight: 400;
  color: var(--ink-soft);
  border-bottom: var(--s0) solid var(--ink);
}

th,
td {
  text-align: left;
  padding: var(--line) var(--s3) var(--line) 0;
  border-bottom: var(--line) solid var(--rule);
  white-space: nowrap;
  font-size: var(--f2);
}

tbody th {
  font-weight: 650;
}

tbody td.figures {
  font-size: var(--f2);
}

tr.chosen > * {
  background: var(--pressed);
}

.ends {
  text-align: right;
}

.steps button {
  font-weight: inherit;
  min-height: var(--s6);
}

@media (max-width: 45em) {
  thead {
    display: none;
  }

  tr {
    display: grid;
    grid-template-columns: 1.6rem 1fr auto auto;
    border-bottom: var(--line) solid var(--rule);
    padding: var(--s1) 0;
  }

  th,
  td {
    border: 0;
    padding: var(--s0) var(--s2) var(--s0) 0;
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
    min-height: var(--s8);
    width: 100%;
  }
}
</style>
