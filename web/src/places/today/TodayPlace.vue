<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'

import { api, request } from '../../api/client'
import type { Today, WeekOut } from '../../api/types'
import BenchTimers from '../../components/BenchTimers.vue'
import { ActionButton } from '../../kit/ActionButton'
import LoadState from '../../kit/LoadState.vue'
import { useTimers } from '../../composables/useTimers'
import FirstLine from './FirstLine.vue'
import KilnAxis from './KilnAxis.vue'
import TodoList from './TodoList.vue'
import WeekPlanner from './WeekPlanner.vue'
import { keyOf } from '../../kit/keys'
import { useAction } from '../../kit/useAction'
import EmptyPlace from '../../kit/EmptyPlace.vue'
import Making from '../../kit/Making.vue'

/** Each kiln's now and next on one clock axis, and below it what wants doing by when. */
const query = useQuery({
  queryKey: keyOf('today'),
  queryFn: () => request(api.GET('/api/today')),
  refetchInterval: 30_000,
  refetchOnMount: 'always',
})
const today = computed(() => query.data.value as Today | undefined)
const { begin } = useTimers()
const week = ref<WeekOut | null>(null)
const lasts = ref('')
const name = ref('')
const USUAL = [
  ['glue', 'Glue, 40 min'],
  ['freezer', 'Freezer, 30 min'],
  ['tiny', 'Freezer, tiny, 20 min'],
  ['coat', 'Coat, 30 min'],
] as const

const starting = useAction(
  (kind: string) => begin(kind, null, kind === 'own' ? lasts.value : '', kind === 'own' ? name.value : ''),
  {
    done: (_, kind) => {
      if (kind === 'own') lasts.value = name.value = ''
    },
  },
)
const trouble = computed(() => starting.troubles.value[0] ?? '')
const start = (kind: string) => starting.act(kind)
document.title = 'Today · Cold Cradle'
</script>

<template>
  <section class="place">
    <header>
      <h1>Today</h1>
      <span v-if="today" class="quiet">{{
        new Date(today.now).toLocaleString('en-GB', {
          weekday: 'long',
          day: 'numeric',
          month: 'long',
          hour: '2-digit',
          minute: '2-digit',
        })
      }}</span>
    </header>
    <LoadState
      v-if="!today"
      :is-loading="query.isPending.value"
      :error="query.error.value"
      @again="query.refetch()"
    />
    <template v-else>
      <FirstLine />
      <p v-if="query.error.value" class="margin-note" role="alert">{{ query.error.value.message }}</p>
      <EmptyPlace v-if="!today.kilns.length" draws="clock">
        No kiln yet. Its firings will stand here on one clock.
        <template #act
          ><Button as="router-link" to="/kilns" label="Write down what you know of yours" variant="outlined"
        /></template>
      </EmptyPlace>
      <KilnAxis v-else :today="today" :proposed="week?.firings ?? []" />
      <div class="two">
        <section>
          <h2>Wants doing</h2>
          <p><a class="small" href="/api/today.ics" download>All of it as a calendar file</a></p>
          <TodoList :todos="today.todos" :now="today.now" />
        </section>
        <section>
          <WeekPlanner v-model="week" />
          <h2>Clocks on the bench</h2>
          <BenchTimers />
          <p v-if="trouble" class="fault" role="alert">✕ {{ trouble }}</p>
          <Making
            ><p class="row">
              <ActionButton v-for="[kind, words] in USUAL" :key="kind" @click="start(kind)">
                {{ words }}
              </ActionButton>
            </p></Making
          >
          <Making
            ><p class="row">
              <label class="small">For <InputText v-model="name" maxlength="60" placeholder="what" /> </label>
              <label class="small"
                >lasts <InputText v-model="lasts" class="figures" maxlength="20" placeholder="25 min"
              /></label>
              <Button label="Start it" variant="outlined" size="small" @click="start('own')" /></p
          ></Making>
        </section>
      </div>
    </template>
  </section>
</template>

<style scoped src="../place.css"></style>
<style scoped>
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
  gap: var(--s4) var(--s7);
}

.row {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2) var(--s4);
  align-items: end;
  padding-top: var(--s2);
}

.row label {
  display: grid;
}

.row :deep(input) {
  width: 8rem;
}

@media (max-width: 56em) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
