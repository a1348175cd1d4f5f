<script setup lang="ts">
import Button from 'primevue/button'
import { useRouter } from 'vue-router'

import { api, request } from '../../api/client'
import type { Begin } from '../../api/types'
import { ActionButton } from '../../kit/ActionButton'
import { useFetched } from '../../kit/keys'
import { useAction } from '../../kit/useAction'
import { useWalk } from '../../composables/useWalk'

/** A copy of an example, a piece of one's own, or the practice kiln. */
defineProps<{ begin: Begin }>()
const router = useRouter()
const { refresh } = useFetched()
const walk = useWalk()
const passed = () => request(api.POST('/api/begin/step', { body: { step: 'piece', how: 'done' } }))
const copying = useAction(
  async (what: { key: string; how: 'copy' | 'practice' }) => {
    const found = await request(api.POST('/api/begin/example', { body: what }))
    await passed()
    return found
  },
  {
    done: async (found) => {
      await refresh('pieces', 'session')
      await router.push(`/pieces/${found.piece_id}/${found.station}`)
    },
  },
)
async function own() {
  await passed()
  await router.push({ name: 'pieces', query: { new: '1' } })
}
</script>

<template>
  <ul class="ways">
    <li v-for="one in begin.examples" :key="one.key">
      <Button
        variant="outlined"
        :aria-label="`A copy of ${one.name}`"
        :disabled="copying.isBusy.value"
        @click="copying.act({ key: one.key, how: 'copy' })"
      >
        <b>{{ one.name }}</b> <span class="small">{{ one.says }}</span>
      </Button>
    </li>
    <li><ActionButton @click="own">A piece of my own</ActionButton></li>
    <li>
      <ActionButton :disabled="copying.isBusy.value" @click="copying.act({ key: 'slump', how: 'practice' })">
        Watch the practice kiln fire a bowl, an hour a second
      </ActionButton>
    </li>
    <li><ActionButton @click="walk.begin()">Walk through one piece</ActionButton></li>
  </ul>
  <p v-if="copying.trouble.value || walk.trouble.value" role="alert">
    ✕ {{ copying.trouble.value || walk.trouble.value }}
  </p>
</template>

<style scoped>
.ways {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: var(--s3);
  justify-items: start;
}

.ways :deep(button) {
  text-align: left;
}

li :deep(.small) {
  font-weight: 400;
}
</style>
