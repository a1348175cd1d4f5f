<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'

import type { Live } from '../../api/types'
import MessageText from '../../components/MessageText.vue'

const props = defineProps<{ live: Live }>()
const emit = defineEmits<{ act: [kind: string, name: string] }>()
const isOpen = computed(() => props.live.state === 'opened')
</script>

<template>
  <section class="open">
    <h3>{{ isOpen ? 'The lid is open' : 'May I open?' }}</h3>
    <p v-if="live.may_open && !isOpen" class="said" data-may-open aria-live="polite">
      <MessageText :said="live.may_open.says" />
    </p>
    <p class="go">
      <Button
        v-if="!isOpen"
        :label="live.may_open?.word === 'yes' ? 'I have opened the lid' : 'I have opened it all the same'"
        :variant="live.may_open?.word === 'yes' ? undefined : 'outlined'"
        @click="emit('act', 'open', 'Lid opened')"
      />
      <Button
        v-else
        label="Shut it again"
        variant="outlined"
        @click="emit('act', 'shut', 'Lid shut again')"
      />
      <RouterLink v-if="isOpen" :to="{ params: { station: 'after' } }">What came out: to After</RouterLink>
    </p>
    <ul class="cautions small">
      <li v-for="text in live.cautions" :key="text">⚠ {{ text }}</li>
    </ul>
  </section>
</template>

<style scoped>
.open {
  border-top: 1px solid var(--ink);
  padding-top: 8px;
  display: grid;
  gap: 8px;
}

.said {
  font-size: 1.12rem;
}

.go {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
  align-items: center;
}

.cautions {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 3px;
  color: var(--ink-soft);
}
</style>
