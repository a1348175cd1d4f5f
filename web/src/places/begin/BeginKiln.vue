<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'

import { api, request } from '../../api/client'
import type { Begin } from '../../api/types'
import { ActionButton } from '../../kit/ActionButton'
import { keyOf, useFetched } from '../../kit/keys'
import { useAction } from '../../kit/useAction'
import NewKiln from '../kilns/NewKiln.vue'

/** One's own kiln by what one remembers, or one like most until then. */
defineProps<{ begin: Begin }>()
const emit = defineEmits<{ done: [] }>()
const { put, refresh } = useFetched()
const isOwn = ref(false)
const choosing = useAction((key: string) => request(api.POST('/api/begin/kiln', { body: { key } })), {
  done: async (found) => {
    await put(keyOf('begin'), found)
    await refresh('kilns')
    emit('done')
  },
})
</script>

<template>
  <p v-if="begin.own_kilns.length" class="small">Here: {{ begin.own_kilns.join(', ') }}.</p>
  <NewKiln v-if="isOwn" @done="emit('done')" />
  <ul v-else class="kilns">
    <li v-for="kiln in begin.kilns" :key="kiln.key">
      <Button
        variant="outlined"
        :aria-label="`One like the ${kiln.name.toLowerCase()}`"
        :disabled="choosing.isBusy.value"
        @click="choosing.act(kiln.key)"
      >
        <b>{{ kiln.name }}</b> <span class="small">{{ kiln.says }}</span>
      </Button>
    </li>
    <li><ActionButton @click="isOwn = true">I know mine: size, hours up, hours down</ActionButton></li>
  </ul>
  <p v-if="choosing.trouble.value" role="alert">✕ {{ choosing.trouble.value }}</p>
</template>

<style scoped>
.kilns {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: var(--s3);
  justify-items: start;
}

.kilns :deep(button) {
  text-align: left;
}

li :deep(.small) {
  font-weight: 400;
}
</style>
