<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'

import type { After } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { ActionButton } from '../../kit/ActionButton'

/** Why it came out so, the likeliest first, and the one thing to change; ways on for this very piece. */
const props = defineProps<{ after: After; isBusy: boolean }>()
const emit = defineEmits<{ next: [how: 'change' | 'on', process?: string] }>()
const per = (share: number) => `${Math.round(share * 100)} %`
const hasFaults = computed(() => props.after.faults.some((f) => f.is_seen))
</script>

<template>
  <section class="why">
    <template v-if="after.causes.length">
      <h3>Why, most likely</h3>
      <ol>
        <li v-for="cause in after.causes" :key="cause.key" :data-cause="cause.key">
          <strong>{{ cause.name }}.</strong> <span class="figures small quiet">{{ per(cause.share) }}</span>
          <p v-for="(reason, i) in cause.reasons" :key="i" class="small">
            <MessageText :said="reason" />
          </p>
          <p class="small quiet">Look for: {{ cause.confirm }}</p>
        </li>
      </ol>
    </template>
    <p v-else-if="hasFaults" class="quiet">Nothing of this firing explains what was found.</p>
    <div v-if="after.lever" class="lever" data-lever>
      <h3>One change for next time</h3>
      <p class="said"><MessageText :said="after.lever.says" /></p>
      <p class="small quiet">Because: <MessageText :said="after.lever.why" /></p>
      <p class="go">
        <Button label="Make the next stage with it" :disabled="isBusy" @click="emit('next', 'change')" />
        <span v-if="!Object.keys(after.lever.changes).length" class="small quiet"
          >This is done at the bench; the stage is made the same.</span
        >
      </p>
    </div>
    <h3>And this piece</h3>
    <ul>
      <li v-for="step in after.next_steps" :key="step.key">
        <strong>{{ step.name }}.</strong> {{ step.why }}
        <ActionButton v-if="step.process" :disabled="isBusy" @click="emit('next', 'on', step.process)">
          Make that stage, with its measured size
        </ActionButton>
      </li>
    </ul>
    <p>
      <RouterLink :to="{ name: 'notebook-page', params: { firings: String(after.firing_id) } }"
        >Its page in the notebook</RouterLink
      >
    </p>
  </section>
</template>

<style scoped>
.why {
  display: grid;
  gap: var(--s2);
}

h3 {
  font-size: var(--f3);
  border-bottom: var(--line) solid var(--ink);
  padding-bottom: var(--edge);
}

ol,
ul {
  margin: 0;
  padding-left: 1.2rem;
  display: grid;
  gap: var(--s2);
}

.lever {
  border: var(--line) solid var(--ink);
  padding: var(--s3) var(--s4);
  display: grid;
  gap: var(--s2);
}

.said {
  font-size: var(--f4);
  font-weight: 650;
}

.go {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s3);
  align-items: center;
}
</style>
