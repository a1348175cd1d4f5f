<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import { ref } from 'vue'

import { api, request } from '../../api/client'
import type { Begin } from '../../api/types'
import { keyOf, useFetched } from '../../kit/keys'
import { useAction } from '../../kit/useAction'

/** The kinds one uses; what is not ticked is put away. */
const props = defineProps<{ begin: Begin }>()
const emit = defineEmits<{ done: [] }>()
const { put, refresh } = useFetched()
const keys = ref(props.begin.glass.filter((kind) => kind.is_used).map((kind) => kind.key))
const keeping = useAction(() => request(api.POST('/api/begin/glass', { body: { keys: keys.value } })), {
  done: async (found) => {
    await put(keyOf('begin'), found)
    await refresh('glass')
    emit('done')
  },
})
</script>

<template>
  <ul>
    <li v-for="kind in begin.glass" :key="kind.key">
      <Checkbox v-model="keys" :input-id="`glass-${kind.key}`" :value="kind.key" />
      <label :for="`glass-${kind.key}`">{{ kind.name }}</label>
    </li>
  </ul>
  <p class="small quiet">Another? At Glass three or four fixed points from its maker’s sheet are enough.</p>
  <p>
    <Button label="These" :loading="keeping.isBusy.value" :disabled="!keys.length" @click="keeping.act()" />
  </p>
  <p v-if="keeping.trouble.value" role="alert">✕ {{ keeping.trouble.value }}</p>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: flex;
  gap: var(--s3);
  align-items: center;
  min-height: var(--s8);
}

p {
  margin: 0;
}
</style>
