<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'

import { api, request } from '../../api/client'
import LoadState from '../../kit/LoadState.vue'
import { ActionButton } from '../../kit/ActionButton'
import { keyOf, useFetched } from '../../kit/keys'
import { useAction } from '../../kit/useAction'
import BeginGlass from './BeginGlass.vue'
import BeginKiln from './BeginKiln.vue'
import BeginPiece from './BeginPiece.vue'
import BeginUnits from './BeginUnits.vue'
import StepPicture from './StepPicture.vue'

/** The first hour: four small steps with a drawing and a sentence each; any of them may be passed over. */
const router = useRouter()
const { put, refresh } = useFetched()
const begin = useQuery({ queryKey: keyOf('begin'), queryFn: () => request(api.GET('/api/begin')) })
const STEPS = [
  {
    key: 'units',
    title: 'How do you measure?',
    says: 'Any field takes either; this is how figures are shown.',
  },
  {
    key: 'kiln',
    title: 'Your kiln',
    says: 'How fast it rises and falls decides the hours. Measured figures can follow.',
  },
  { key: 'glass', title: 'The glass you use', says: 'Each melts and anneals at temperatures of its own.' },
  {
    key: 'piece',
    title: 'Begin',
    says: 'With a copy of an example, a piece of your own, or the practice kiln.',
  },
] as const
const at = ref(0)
const step = computed(() => STEPS[at.value]!)
const passing = useAction(
  (told: { step: string; how: string }) => request(api.POST('/api/begin/step', { body: told })),
  { done: (found) => put(keyOf('begin'), found) },
)

/** On to the next step; the answer to this one is kept by itself. */
async function on(how: 'done' | 'passed') {
  await passing.act({ step: step.value.key, how })
  if (at.value < STEPS.length - 1) return void at.value++
  await refresh('session')
  await router.push('/today')
}
document.title = 'Begin · Cold Cradle'
</script>

<template>
  <section class="begin" aria-labelledby="step">
    <ol class="way" aria-label="Steps">
      <li v-for="(one, i) in STEPS" :key="one.key" :aria-current="i === at ? 'step' : undefined">
        <ActionButton look="plain" @click="at = i">{{ i + 1 }} {{ one.title }}</ActionButton>
      </li>
    </ol>
    <LoadState
      v-if="!begin.data.value"
      :is-loading="begin.isPending.value"
      :error="begin.error.value"
      @again="begin.refetch()"
    />
    <template v-else>
      <StepPicture :of="step.key" />
      <h1 id="step">{{ step.title }}</h1>
      <p class="quiet">{{ step.says }}</p>
      <BeginUnits v-if="step.key === 'units'" @done="on('done')" />
      <BeginKiln v-else-if="step.key === 'kiln'" :begin="begin.data.value" @done="on('done')" />
      <BeginGlass v-else-if="step.key === 'glass'" :begin="begin.data.value" @done="on('done')" />
      <BeginPiece v-else :begin="begin.data.value" @done="on('done')" />
      <p class="pass">
        <ActionButton v-if="at > 0" @click="at--">Back</ActionButton>
        <ActionButton @click="on('passed')">
          {{ step.key === 'piece' ? 'Straight to Today' : 'Pass this over' }}
        </ActionButton>
      </p>
      <p v-if="passing.trouble.value" class="trouble" role="alert">✕ {{ passing.trouble.value }}</p>
    </template>
  </section>
</template>

<style scoped>
.begin {
  width: min(100%, 40rem);
  margin: 0 auto;
  display: grid;
  gap: var(--s3);
  align-content: start;
}

.way {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--s5);
  list-style: none;
  margin: 0;
  padding: 0 0 var(--s3);
  border-bottom: var(--line) solid var(--ink);
  font-size: var(--f2);
}

.way [aria-current] {
  font-weight: 700;
}

h1,
p {
  margin: 0;
}

.pass {
  display: flex;
  gap: var(--s5);
  padding-top: var(--s4);
}

.trouble {
  color: var(--note);
  font-weight: 600;
}
</style>
