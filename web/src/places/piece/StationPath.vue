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
  gap: 18px;
  border-bottom: 1px solid var(--rule);
}

a {
  flex: 0 1 160px;
  padding: 8px 0 7px;
  display: grid;
  text-decoration: none;
  color: var(--ink-quiet);
  border-bottom: 3px solid transparent;
  margin-bottom: -1px;
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
  font-size: 0.78rem;
}

.chooser {
  display: none;
}

@media (max-width: 720px) {
  a {
    display: none;
  }

  .chooser {
    display: flex;
    flex: 1;
    min-height: 44px;
    align-items: center;
    border: 0;
  }
}
</style>
