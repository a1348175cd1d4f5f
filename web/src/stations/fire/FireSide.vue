<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { ref } from 'vue'

import type { Live } from '../../api/types'
import type { usePreferences } from '../../composables/usePreferences'

/** What must be done by when, the steps as they stand, and what was done. */
defineProps<{ live: Live; preferences: ReturnType<typeof usePreferences> }>()
const emit = defineEmits<{
  undo: [key: string]
  act: [kind: string, name: string, data?: Record<string, unknown>]
}>()
const note = ref('')
const MORE = [
  ['power-lost', 'Power lost'],
  ['power-back', 'Power back'],
  ['sensor-lost', 'Thermometer lost'],
  ['moved', 'Something moved'],
  ['added', 'Glass added'],
] as const
function write() {
  if (!note.value.trim()) return
  emit('act', 'note', 'Note', { note: note.value })
  note.value = ''
}
</script>

<template>
  <aside class="side">
    <section v-if="live.dues.length">
      <h3>By when</h3>
      <ul>
        <li v-for="due in live.dues" :key="due.name + due.at_s">
          <span>{{ due.is_awake ? '' : '☾ ' }}{{ due.name }}</span>
          <b class="figures">{{ preferences.pick(due.at).text }}</b>
        </li>
      </ul>
    </section>
    <section>
      <h3>Steps</h3>
      <ol>
        <li v-for="step in live.steps" :key="step.name" :class="step.word.replace(' ', '-')">
          <span>{{ step.word === 'now' ? '▸ ' : step.word === 'gone' ? '✓ ' : '' }}{{ step.name }}</span>
          <span class="figures"
            >{{ preferences.pick(step.to).text }}
            <template v-if="step.ends">· {{ preferences.pick(step.ends).unit }}</template></span
          >
        </li>
      </ol>
    </section>
    <section>
      <h3>Done</h3>
      <ul>
        <li v-for="event in [...live.events].reverse()" :key="event.key">
          <span
            >{{ event.name }}<template v-if="event.note">: {{ event.note }}</template>
            <button v-if="event.can_undo" type="button" class="text-button" @click="emit('undo', event.key)">
              take back
            </button></span
          >
          <span class="figures">{{ preferences.pick(event.at).unit }}</span>
        </li>
      </ul>
      <details v-if="live.state !== 'opened' && !live.is_simulated">
        <summary class="small">Something else happened</summary>
        <p class="more">
          <button
            v-for="[kind, name] in MORE"
            :key="kind"
            type="button"
            class="text-button"
            @click="emit('act', kind, name)"
          >
            {{ name }}
          </button>
        </p>
      </details>
      <label class="small quiet"
        >Note
        <InputText v-model="note" maxlength="400" @keydown.enter="write" @blur="write" />
      </label>
    </section>
  </aside>
</template>

<style scoped>
.side {
  display: grid;
  gap: 14px;
  align-content: start;
}

section {
  border-top: 1px solid var(--rule);
  padding-top: 8px;
}

ul,
ol {
  list-style: none;
  margin: 4px 0;
  padding: 0;
}

li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 4px 0;
  font-size: 0.95rem;
}

li.gone {
  color: var(--ink-quiet);
}

li.now {
  font-weight: 650;
}

li .figures {
  white-space: nowrap;
}

.more {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
}

label {
  display: grid;
}
</style>
