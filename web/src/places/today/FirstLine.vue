<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, request } from '../../api/client'
import { useWalk } from '../../composables/useWalk'
import { ActionButton } from '../../kit/ActionButton'
import { keyOf } from '../../kit/keys'

/** What this is, for who has just come; gone once they are at home. */
const session = useQuery({
  queryKey: keyOf('session'),
  queryFn: () => request(api.GET('/api/session')),
  staleTime: 60_000,
})
const walk = useWalk()
const isNew = computed(() => {
  const told = session.data.value
  return !!told?.is_owner && !told.is_demo && !('piece' in told.begun) && !('whole' in told.begun)
})
const isShown = computed(
  () => !walk.isOn.value && (session.data.value?.is_demo || isNew.value || walk.isLeft.value),
)
</script>

<template>
  <p v-if="isShown" class="first">
    <template v-if="session.data.value?.is_demo">
      A made-up studio to look around in: plan a kiln firing from the mould to the open lid. Change anything.
    </template>
    <RouterLink v-else-if="isNew" to="/begin">Four steps to begin</RouterLink>
    <ActionButton v-if="walk.isLeft.value" @click="walk.takeUp()">Take up the walk</ActionButton>
    <ActionButton v-else @click="walk.begin()">Walk through one piece</ActionButton>
    <span v-if="walk.trouble.value" role="alert">✕ {{ walk.trouble.value }}</span>
  </p>
</template>

<style scoped>
.first {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2) var(--s4);
  align-items: baseline;
  margin: 0;
}
</style>
