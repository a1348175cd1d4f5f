<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { api, asked } from '../../api/client'
import type { Glass } from '../../api/types'
import LoadState from '../../components/LoadState.vue'
import TypedField from '../../components/TypedField.vue'
import { usePreferences } from '../../composables/usePreferences'
import { useRowEdits } from '../../composables/useRowEdits'

const preferences = usePreferences()
const list = useQuery({ queryKey: ['glass'], queryFn: () => asked(api.GET('/api/glass')) })
const choices = useQuery({
  queryKey: ['choices'],
  queryFn: () => asked(api.GET('/api/choices')),
  staleTime: Infinity,
})
const forms = computed(() => choices.data.value?.forms ?? [])
const stocked = (kind: Glass) => Object.keys(kind.rack).length
// what is on the rack comes first
const kinds = computed(() =>
  [...(list.data.value ?? [])].sort((a, b) => Math.sign(stocked(b)) - Math.sign(stocked(a))),
)
const opened = ref(new Set<number>())
const shownForms = (kind: Glass) => forms.value.filter((f) => opened.value.has(kind.id) || kind.rack[f.key])
const { drafts, write, forget } = useRowEdits<Glass>('glass')

const weigh = (kind: Glass, form: string, typed: string) =>
  write(`${kind.id}.${form}`, typed, () =>
    asked(
      api.PATCH('/api/glass/{kind_id}', {
        params: { path: { kind_id: kind.id } },
        body: { version: kind.version, system: preferences.system, rack: { [form]: typed } },
      }),
    ),
  )
</script>

<template>
  <section class="place">
    <header><h1>Glass</h1></header>
    <LoadState
      v-if="!list.data.value || !forms.length"
      :is-loading="list.isPending.value || choices.isPending.value"
      :error="list.error.value ?? choices.error.value"
      @again="(list.refetch(), choices.refetch())"
    />
    <ul v-else class="kinds">
      <li v-for="kind in kinds" :key="kind.id">
        <div class="about">
          <h2>{{ kind.name }}</h2>
          <p class="quiet small">
            {{ preferences.pick(kind.density).text }} · expansion {{ preferences.pick(kind.expansion).text
            }}<template v-if="kind.lead"> · holds lead, not for food</template>
          </p>
          <dl>
            <template v-for="mark in kind.landmarks" :key="mark.key">
              <dt>{{ mark.name }}</dt>
              <dd class="figures">
                {{ preferences.pick(mark.low).text
                }}<template v-if="mark.high_c - mark.low_c > 0.5">
                  to {{ preferences.pick(mark.high).text }}</template
                >
              </dd>
            </template>
          </dl>
          <p class="quiet small">{{ kind.source }}</p>
        </div>
        <div>
          <TypedField
            v-for="form in shownForms(kind)"
            :key="form.key"
            :label="form.name"
            placeholder="none"
            :shown="kind.rack[form.key]?.shown ?? null"
            :draft="drafts[`${kind.id}.${form.key}`]?.typed"
            :fault="drafts[`${kind.id}.${form.key}`]?.fault"
            :path="`${kind.key}.${form.key}`"
            @commit="(typed: string) => weigh(kind, form.key, typed)"
            @forget="forget(`${kind.id}.${form.key}`)"
          />
          <button
            v-if="!opened.has(kind.id)"
            type="button"
            class="text-button"
            :aria-label="`Weigh in another form of ${kind.name}`"
            @click="opened.add(kind.id)"
          >
            Weigh in another form
          </button>
        </div>
      </li>
    </ul>
  </section>
</template>

<style scoped src="../place.css"></style>
<style scoped>
.kinds {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 30rem), 1fr));
  gap: 28px 36px;
}

li {
  display: grid;
  gap: 8px;
  align-content: start;
}

h2 {
  font-size: 1.1rem;
  border-bottom: 1px solid var(--ink);
  padding-bottom: 4px;
}

dl {
  display: grid;
  grid-template-columns: 1fr max-content;
  margin: 6px 0;
  font-size: 0.9rem;
}

dd {
  margin: 0;
  text-align: right;
}
</style>
