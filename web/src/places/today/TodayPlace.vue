<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'

import { api, request, Refused } from '../../api/client'
import type { Today } from '../../api/types'
import BenchTimers from '../../components/BenchTimers.vue'
import LoadState from '../../components/LoadState.vue'
import { useTimers } from '../../composables/useTimers'
import KilnAxis from './KilnAxis.vue'
import TodoList from './TodoList.vue'

/** Each kiln's now and next on one clock axis, and below it what wants doing by when. */
const query = useQuery({
  queryKey: ['today'],
  queryFn: () => request(api.GET('/api/today')),
  refetchInterval: 30_000,
  refetchOnMount: 'always',
})
const today = computed(() => query.data.value as Today | undefined)
const { begin } = useTimers()
const lasts = ref('')
const name = ref('')
const trouble = ref('')
const USUAL = [
  ['glue', 'Glue, 40 min'],
  ['freezer', 'Freezer, 30 min'],
  ['tiny', 'Freezer, tiny, 20 min'],
  ['coat', 'Coat, 30 min'],
] as const

async function start(kind: string) {
  trouble.value = ''
  try {
    await begin(kind, null, kind === 'own' ? lasts.value : '', kind === 'own' ? name.value : '')
    if (kind === 'own') lasts.value = name.value = ''
  } catch (error) {
    trouble.value =
      error instanceof Refused ? (error.faults[0]?.message ?? error.message) : (error as Error).message
  }
}
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
      <p v-if="query.error.value" class="margin-note" role="alert">{{ query.error.value.message }}</p>
      <p v-if="!today.kilns.length" class="empty">
        No kiln yet. <RouterLink to="/kilns">Write down what you know of yours.</RouterLink>
      </p>
      <KilnAxis v-else :today="today" />
      <div class="two">
        <section>
          <h2>Wants doing</h2>
          <p><a class="small" href="/api/today.ics" download>All of it as a calendar file</a></p>
          <TodoList :todos="today.todos" :now="today.now" />
        </section>
        <section>
          <h2>Clocks on the bench</h2>
          <BenchTimers />
          <p v-if="trouble" class="fault" role="alert">✕ {{ trouble }}</p>
          <p class="row">
            <button
              v-for="[kind, words] in USUAL"
              :key="kind"
              type="button"
              class="text-button"
              @click="start(kind)"
            >
              {{ words }}
            </button>
          </p>
          <p class="row">
            <label class="small">For <InputText v-model="name" maxlength="60" placeholder="what" /> </label>
            <label class="small"
              >lasts <InputText v-model="lasts" class="figures" maxlength="20" placeholder="25 min"
            /></label>
            <Button label="Start it" variant="outlined" size="small" @click="start('own')" />
          </p>
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
  gap: 18px 32px;
}

h2 {
  font-size: 1.05rem;
  border-bottom: 1px solid var(--ink);
  padding-bottom: 4px;
}

.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: end;
  padding-top: 8px;
}

.row label {
  display: grid;
}

.row :deep(input) {
  width: 8rem;
}

.fault {
  color: var(--note);
  font-weight: 600;
}

@media (max-width: 820px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
