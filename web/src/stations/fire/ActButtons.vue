<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'

import type { Ahead } from '../../api/types'
import MessageText from '../../components/MessageText.vue'

/** Hold, go on, stop: what each would do stands on it before it is pressed. Stopping asks once more. */
defineProps<{ acts: Ahead['acts']; state: string }>()
const emit = defineEmits<{ act: [kind: string, name: string, data?: Record<string, unknown>] }>()
const asks = ref(false)

function press(kind: string, name: string) {
  if (kind === 'stop' && !asks.value) {
    asks.value = true
    return
  }
  asks.value = false
  emit('act', kind, name, kind === 'hold' ? { for_s: 300 } : {})
}
</script>

<template>
  <div class="acts" role="group" aria-label="What may be done">
    <template v-for="one in acts" :key="one.kind">
      <button
        v-if="one.is_offered"
        type="button"
        class="act"
        :class="one.kind"
        :data-act="one.kind"
        @click="press(one.kind, one.name)"
      >
        <strong>{{ one.kind === 'stop' && asks ? 'Stop: press once more' : one.name }}</strong>
        <MessageText class="small" :said="one.says" />
      </button>
    </template>
    <Button
      v-if="state === 'stopped'"
      label="Take the programme up again"
      variant="outlined"
      @click="emit('act', 'resume', 'Taken up again')"
    />
    <button v-if="asks" type="button" class="text-button" @click="asks = false">Do not stop</button>
  </div>
</template>

<style scoped>
.acts {
  display: grid;
  gap: 8px;
}

.act {
  display: grid;
  gap: 2px;
  text-align: left;
  padding: 10px 14px;
  min-height: 56px;
  border: 1px solid var(--ink);
  border-radius: 2px;
  background: var(--sheet);
  color: inherit;
  cursor: pointer;
}

.act strong {
  font-size: 1.12rem;
}

.act:hover {
  background: var(--pressed);
}

.act.stop {
  border-style: dashed;
}
</style>
