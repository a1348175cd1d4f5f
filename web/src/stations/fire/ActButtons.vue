<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'

import type { Ahead } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { ActionButton } from '../../kit/ActionButton'

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
      <ActionButton
        v-if="one.is_offered"
        look="own"
        class="act"
        :class="one.kind"
        :data-act="one.kind"
        @click="press(one.kind, one.name)"
      >
        <strong>{{ one.kind === 'stop' && asks ? 'Stop: press once more' : one.name }}</strong>
        <MessageText class="small" :said="one.says" />
      </ActionButton>
    </template>
    <Button
      v-if="state === 'stopped'"
      label="Take the programme up again"
      variant="outlined"
      @click="emit('act', 'resume', 'Taken up again')"
    />
    <ActionButton v-if="asks" @click="asks = false">Do not stop</ActionButton>
  </div>
</template>

<style scoped>
.acts {
  display: grid;
  gap: var(--s2);
}

.act {
  display: grid;
  gap: var(--s0);
  text-align: left;
  padding: var(--s3) var(--s4);
  min-height: 3.5rem;
  border: var(--line) solid var(--ink);
  border-radius: var(--s0);
  background: var(--sheet);
  color: inherit;
  cursor: pointer;
}

.act strong {
  font-size: var(--f4);
}

.act:hover {
  background: var(--pressed);
}

.act.stop {
  border-style: dashed;
}
</style>
