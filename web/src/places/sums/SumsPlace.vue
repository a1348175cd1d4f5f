<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, request } from '../../api/client'
import LoadState from '../../kit/LoadState.vue'
import { keyOf } from '../../kit/keys'

const list = useQuery({
  queryKey: keyOf('sums'),
  queryFn: () => request(api.GET('/api/sums')),
  staleTime: 60_000,
})
const GROUPS = [
  { name: 'Measuring', keys: ['vessel', 'model', 'level', 'release'] },
  { name: 'Glass', keys: ['thickness', 'swap', 'mix', 'share', 'top-up', 'match'] },
  { name: 'Laying up', keys: ['blank', 'spread', 'dam', 'glue', 'dots', 'freeze', 'frit-ring'] },
  { name: 'Forming', keys: ['slump', 'ring', 'drape', 'hole', 'press', 'stretch', 'together'] },
  { name: 'Heat', keys: ['anneal', 'warm', 'open', 'processes', 'ladder'] },
  { name: 'The finished piece', keys: ['wobble', 'base', 'topple', 'hang', 'cost'] },
]
const groups = computed(() => {
  const sums = list.data.value ?? []
  const placed = new Set(GROUPS.flatMap((g) => g.keys))
  const rest = sums.filter((one) => !placed.has(one.key))
  const found = GROUPS.map((g) => ({ name: g.name, sums: sums.filter((one) => g.keys.includes(one.key)) }))
  return rest.length ? [...found, { name: 'Others', sums: rest }] : found
})
</script>

<template>
  <section class="place">
    <header>
      <h1>Sums</h1>
      <p class="quiet small">One calculation each, without a piece. What comes out can be sent into one.</p>
    </header>
    <LoadState
      v-if="!list.data.value"
      :is-loading="list.isPending.value"
      :error="list.error.value"
      @again="list.refetch()"
    />
    <div v-else class="groups">
      <section v-for="group in groups" :key="group.name" :aria-label="group.name">
        <h2>{{ group.name }}</h2>
        <ul>
          <li v-for="one in group.sums" :key="one.key">
            <RouterLink :to="{ name: 'sum', params: { sum: one.key } }"
              ><b>{{ one.name }}</b
              ><span class="small quiet says">{{ one.says }}</span></RouterLink
            >
          </li>
        </ul>
      </section>
    </div>
  </section>
</template>

<style scoped src="../place.css"></style>
<style scoped>
/* what each is for stands where somebody looks at it; the page of a sum says it too */
.says {
  visibility: hidden;
}

a:hover .says,
a:focus-visible .says {
  visibility: visible;
}

.groups {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 26rem), 1fr));
  gap: var(--s6) var(--s8);
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

li a {
  display: grid;
  padding: var(--s3) var(--s1);
  border-bottom: var(--line) solid var(--rule);
  text-decoration: none;
}

li a:hover {
  background: var(--pressed);
}
</style>
