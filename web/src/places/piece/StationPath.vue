<script setup lang="ts">
defineProps<{
  id: number
  station: string
  states: { [key: string]: string }
  stations: { key: string; name: string }[]
}>()
</script>

<template>
  <nav class="path" aria-label="Stations">
    <RouterLink
      v-for="place in stations"
      :key="place.key"
      :to="{ name: 'piece', params: { id, station: place.key } }"
      :class="{ here: station === place.key }"
      :aria-current="station === place.key ? 'step' : undefined"
    >
      <span class="name">{{ place.name }}</span>
      <span class="state">{{ states[place.key] }}</span>
    </RouterLink>
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

@media (max-width: 720px) {
  a {
    flex: 1;
  }
}
</style>
