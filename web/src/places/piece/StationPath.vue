<script setup lang="ts">
import Select from 'primevue/select'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'

/** The stations of a piece in working order; on a phone one chooser. */
const props = defineProps<{
  id: number
  station: string
  states: { [key: string]: string }
  stations: { key: string; name: string }[]
}>()
const route = useRoute()
const router = useRouter()
const to = (station: string) => ({ name: 'piece', params: { id: props.id, station } })
const options = computed(() =>
  props.stations.map((s) => ({
    key: s.key,
    name: props.states[s.key] ? `${s.name}: ${props.states[s.key]}` : s.name,
  })),
)
</script>

<template>
  <nav class="path" aria-label="Stations">
    <RouterLink
      v-for="place in stations"
      :key="place.key"
      :to="to(place.key)"
      :class="{ here: station === place.key }"
      :aria-current="station === place.key ? 'step' : undefined"
    >
      <span class="name">{{ place.name }}</span>
      <span class="state">{{ states[place.key] }}</span>
    </RouterLink>
    <Select
      class="chooser"
      :model-value="station"
      :options="options"
      option-label="name"
      option-value="key"
      aria-label="Station"
      @update:model-value="(key: string) => router.push({ ...to(key), query: route.query })"
    />
  </nav>
</template>

<style scoped>
.path {
  display: flex;
  gap: var(--s4);
  border-bottom: var(--line) solid var(--rule);
}

a {
  flex: 0 1 10rem;
  padding: var(--s2) 0 var(--s2);
  display: grid;
  text-decoration: none;
  color: var(--ink-quiet);
  border-bottom: var(--edge) solid transparent;
  margin-bottom: calc(-1 * var(--line));
  line-height: 1.25;
}

a.here {
  color: var(--ink);
  border-color: var(--ink);
  font-weight: 650;
}

a:hover {
  color: var(--ink);
}

.state {
  font-size: var(--f1);
}

.chooser {
  display: none;
}

@media (max-width: 45em) {
  a {
    display: none;
  }

  .chooser {
    display: flex;
    flex: 1;
    min-height: var(--row);
    align-items: center;
    border: 0;
  }
}
</style>
