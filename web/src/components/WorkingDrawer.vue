<script setup lang="ts">
import Drawer from 'primevue/drawer'
import { computed } from 'vue'

import type { HeatPlan, WorkedFigure } from '../api/types'
import { usePreferences } from '../composables/usePreferences'
import StrainProfile from '../drawing/StrainProfile.vue'
import { ActionButton } from '../kit/ActionButton'
import MessageText from './MessageText.vue'

const props = defineProps<{
  figures: { [key: string]: WorkedFigure }
  profile?: HeatPlan['profile']
  isLoading?: boolean
  trouble?: string
}>()
// where the strain through the glass is what limits a figure, it is drawn beside the working
const STRAINED = ['anneal_rate', 'residual_stress', 'effective_thickness', 'soak_physics', 'surface_rate']
const open = defineModel<string>({ required: true })
const preferences = usePreferences()

const figure = computed(() => props.figures[open.value])
const words = computed(() => figure.value && preferences.pick(figure.value.shown))
const inner = computed(() =>
  (figure.value?.inputs ?? []).map((g) => ({ ...g, words: preferences.pick(g.shown) })),
)
const SOURCES = {
  published: 'Published',
  practice: 'Common practice',
  memory: 'From memory',
  choice: 'Chosen',
} as const
const follow = (name: string) =>
  Object.values(props.figures).find((f) => f.name === name && f.key !== open.value)?.key ?? ''
</script>

<template>
  <Drawer
    :visible="!!figure || (!!open && (!!isLoading || !!trouble))"
    position="right"
    :header="figure ? `Working: ${figure.name}` : ''"
    class="working"
    :pt="{ root: { 'aria-label': figure ? `Working: ${figure.name}` : 'Working' } }"
    :style="{ width: '30rem', maxWidth: '100vw' }"
    @update:visible="(shown: boolean) => !shown && (open = '')"
  >
    <p v-if="!figure" :role="trouble ? 'alert' : 'status'">{{ trouble || 'Fetching …' }}</p>
    <div v-if="figure && words" class="sheet">
      <p class="result">
        <span class="figures value">{{ words.value }}</span> {{ words.unit }}
        <span v-if="words.plus_minus" class="figures quiet">± {{ words.plus_minus }}</span>
      </p>
      <p>{{ figure.words }}</p>
      <p class="formula">{{ figure.formula }}</p>
      <table>
        <caption class="visually-hidden">
          What was put in
        </caption>
        <tbody>
          <tr v-for="input in inner" :key="input.symbol + input.name">
            <th scope="row" class="formula">{{ input.symbol }}</th>
            <td>
              <ActionButton
                v-if="follow(input.name)"
                look="plain"
                class="link"
                @click="open = follow(input.name)"
              >
                {{ input.name }}
              </ActionButton>
              <template v-else>{{ input.name }}</template>
            </td>
            <td class="figures number">
              {{ input.words.text
              }}<span v-if="input.words.plus_minus" class="quiet"> ± {{ input.words.plus_minus }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <StrainProfile v-if="profile && STRAINED.includes(figure.key)" :profile="profile" />
      <section v-if="figure.shares.length > 1">
        <h3>Where the ± comes from</h3>
        <div class="bar" aria-hidden="true">
          <span v-for="share in figure.shares" :key="share.name" :style="{ flexGrow: share.share }"></span>
        </div>
        <p class="small quiet">
          {{ figure.shares.map((s) => `${s.name} ${Math.round(s.share * 100)} %`).join(' · ') }}
        </p>
      </section>
      <section v-if="figure.assumptions.length">
        <h3>Taken for granted</h3>
        <ul>
          <li v-for="assumption in figure.assumptions" :key="assumption.metric">
            <MessageText :said="assumption" />
          </li>
        </ul>
      </section>
      <section>
        <h3>{{ SOURCES[figure.source.kind] }}</h3>
        <p class="small">{{ figure.source.text }}</p>
      </section>
    </div>
  </Drawer>
</template>

<style scoped>
.p-drawer {
  border-color: var(--rule);
}

.sheet {
  display: grid;
  gap: var(--s4);
}

.result {
  font-size: var(--f4);
}

.value {
  font-size: var(--f6);
  font-weight: 700;
}

p.formula {
  background: var(--pressed);
  padding: var(--s3) var(--s3);
  overflow-wrap: anywhere;
}

th {
  text-align: left;
  padding: var(--s1) var(--s3) var(--s1) 0;
  font-weight: 600;
}

td {
  padding: var(--s1) 0;
  border-bottom: var(--line) solid var(--rule);
}

th {
  border-bottom: var(--line) solid var(--rule);
}

.number {
  text-align: right;
  white-space: nowrap;
}

.link {
  text-decoration: underline;
  text-underline-offset: var(--edge);
}

h3 {
  font-size: var(--f2);
  color: var(--ink-quiet);
  margin-bottom: var(--s1);
}

ul {
  margin: 0;
  padding-left: 1.1rem;
  font-size: var(--f2);
}

.bar {
  display: flex;
  height: var(--s4);
  border: var(--line) solid var(--ink);
  margin-bottom: var(--s1);
}

.bar span {
  background: var(--steel);
  border-right: var(--line) solid var(--ink);
}

.bar span:nth-child(2) {
  opacity: 0.6;
}

.bar span:nth-child(n + 3) {
  opacity: 0.3;
}
</style>
