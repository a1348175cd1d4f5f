<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { api, request } from '../../api/client'
import MessageText from '../../components/MessageText.vue'
import { ActionButton } from '../../kit/ActionButton'
import { keyOf } from '../../kit/keys'
import LoadState from '../../kit/LoadState.vue'

/** What waits for a firing and could go in here as well, the best first, each with the reason. */
const props = defineProps<{ id: number; version: number }>()
defineEmits<{ putIn: [one: { stage_id: number; piece_version: number }] }>()
const waiting = useQuery({
  queryKey: computed(() => keyOf('waiting', props.id, props.version)),
  queryFn: () =>
    request(api.GET('/api/firings/{firing_id}/waiting', { params: { path: { firing_id: props.id } } })),
  placeholderData: (before) => before,
})
const isAll = ref(false)
const shown = computed(() => (waiting.data.value ?? []).filter((one) => one.fits || isAll.value))
const others = computed(() => (waiting.data.value ?? []).filter((one) => !one.fits).length)
</script>

<template>
  <LoadState
    v-if="!waiting.data.value"
    :is-loading="waiting.isPending.value"
    :error="waiting.error.value"
    @again="waiting.refetch()"
  />
  <p v-else-if="!waiting.data.value.length" class="quiet">Nothing else waits.</p>
  <ul v-else class="rows">
    <li v-for="one in shown" :key="one.stage_id">
      <div>
        <b>{{ one.fits ? '' : '✕ ' }}{{ one.name }}</b>
        <p class="small"><MessageText :said="one.says" /></p>
      </div>
      <ActionButton v-if="one.fits" @click="$emit('putIn', one)">Put it in</ActionButton>
    </li>
    <li v-if="others">
      <ActionButton :aria-expanded="isAll" @click="isAll = !isAll">{{
        isAll ? 'Only what goes with it' : `And ${others} that ${others === 1 ? 'does' : 'do'} not`
      }}</ActionButton>
    </li>
  </ul>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: var(--s3);
  align-items: center;
  padding: var(--s1) 0;
  border-bottom: var(--line) solid var(--rule);
}

p {
  margin: 0;
}
</style>
