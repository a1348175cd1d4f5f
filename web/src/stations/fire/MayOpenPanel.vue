<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'

import type { Live } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import Making from '../../kit/Making.vue'

const props = defineProps<{ live: Live }>()
const emit = defineEmits<{ act: [kind: string, name: string] }>()
const isOpen = computed(() => props.live.state === 'opened')
</script>

<template>
  <section class="open">
    <h3>{{ isOpen ? 'The lid is open' : 'May I open?' }}</h3>
    <div v-if="!isOpen" class="said" :class="live.may_open.word" data-may-open aria-live="polite">
      <p><MessageText :said="live.may_open.says" /></p>
      <p v-if="live.may_open.settles.metric" class="settles"><MessageText :said="live.may_open.settles" /></p>
    </div>
    <p class="go">
      <Making
        ><Button
          v-if="!isOpen"
          :label="live.may_open.word === 'yes' ? 'I have opened the lid' : 'I have opened it all the same'"
          :variant="live.may_open.word === 'yes' ? undefined : 'outlined'"
          @click="emit('act', 'open', 'Lid opened')" />
        <Button
          v-else
          label="Shut it again"
          variant="outlined"
          @click="emit('act', 'shut', 'Lid shut again')"
      /></Making>
      <RouterLink v-if="isOpen" :to="{ params: { station: 'after' } }">What came out: to After</RouterLink>
    </p>
    <ul class="cautions small">
      <li v-for="text in live.cautions" :key="text">⚠ {{ text }}</li>
    </ul>
  </section>
</template>

<style scoped>
.open {
  border-top: var(--line) solid var(--ink);
  padding-top: var(--s2);
  display: grid;
  gap: var(--s2);
}

.said {
  font-size: var(--f4);
  border-left: var(--s1) solid var(--rule);
  padding-left: var(--s3);
  display: grid;
  gap: var(--s1);
}

.said.unknown {
  border-left-color: var(--note);
}

.said.yes {
  border-left-color: var(--ink);
}

.settles {
  font-size: var(--f3);
}

.go {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s3) var(--s4);
  align-items: center;
}

.cautions {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: var(--edge);
  color: var(--ink-soft);
}
</style>
