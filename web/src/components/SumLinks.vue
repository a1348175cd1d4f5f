<script setup lang="ts">
import { useRoute } from 'vue-router'
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, request } from '../api/client'

/** Single calculations that belong here, opened with the values of this piece. */
const route = useRoute()
const props = defineProps<{ pieceId: number; keys: string[] }>()
const sums = useQuery({ queryKey: ['sums'], queryFn: () => request(api.GET('/api/sums')), staleTime: 60_000 })
const shown = computed(() => (sums.data.value ?? []).filter((one) => props.keys.includes(one.key)))
</script>

<template>
  <p v-if="shown.length" class="links small">
    <span class="quiet">Sums with this piece:</span>
    <RouterLink
      v-for="one in shown"
      :key="one.key"
      :to="{ name: 'sum', params: { sum: one.key }, query: { piece: pieceId, stage: route.query.stage } }"
      >{{ one.name[0]!.toLowerCase() + one.name.slice(1) }}</RouterLink
    >
  </p>
</template>

<style scoped>
.links {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
}

.links a {
  padding: 6px 0;
}
</style>
