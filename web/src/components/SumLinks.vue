<script setup lang="ts">
import { useRoute } from 'vue-router'
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, request } from '../api/client'
import Fold from '../kit/Fold.vue'
import { keyOf } from '../kit/keys'

/** Single calculations that belong here, opened with the values of this piece. */
const route = useRoute()
const props = defineProps<{ pieceId: number; keys: string[] }>()
const sums = useQuery({
  queryKey: keyOf('sums'),
  queryFn: () => request(api.GET('/api/sums')),
  staleTime: 60_000,
})
const hint = computed(
  () =>
    shown.value
      .slice(0, 2)
      .map((one) => one.name.toLowerCase())
      .join(', ') + (shown.value.length > 2 ? ' …' : ''),
)
const shown = computed(() => (sums.data.value ?? []).filter((one) => props.keys.includes(one.key)))
</script>

<template>
  <Fold v-if="shown.length" name="sums" label="Sums with this piece" :hint="hint">
    <p class="links small">
      <RouterLink
        v-for="one in shown"
        :key="one.key"
        :to="{ name: 'sum', params: { sum: one.key }, query: { piece: pieceId, stage: route.query.stage } }"
        >{{ one.name[0]!.toLowerCase() + one.name.slice(1) }}</RouterLink
      >
    </p>
  </Fold>
</template>

<style scoped>
.links {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s0) var(--s3);
}

.links a {
  padding: var(--s2) 0;
}
</style>
