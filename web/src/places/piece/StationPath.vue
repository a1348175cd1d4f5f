<script setup lang="ts">
import { nextTick, onMounted, ref, watch } from 'vue'

const props = defineProps<{
  id: number
  station: string
  states: { [key: string]: string }
  stations: { key: string; name: string }[]
}>()
const path = ref<HTMLElement | null>(null)
/** On a phone the row is longer than the screen: the station one is at is brought into view. */
async function bringIn() {
  await nextTick()
  const here = path.value?.querySelector<HTMLElement>('.here')
  if (path.value && here)
    path.value.scrollLeft = here.offsetLeft - path.value.clientWidth / 2 + here.offsetWidth / 2
}
onMounted(bringIn)
watch(() => props.station, bringIn)
</script>

<template>
  <nav ref="path" class="path" aria-label="Stations">
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
  .path {
    gap: 14px;
    overflow-x: auto;
    scrollbar-width: none;
  }

  a {
    flex: 0 0 auto;
    white-space: nowrap;
    margin-bottom: 0;
  }
}
</style>
