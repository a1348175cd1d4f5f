<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { ref } from 'vue'

import type { Live } from '../../api/types'
import type { usePreferences } from '../../composables/usePreferences'
import { ActionButton } from '../../kit/ActionButton'
import Fold from '../../kit/Fold.vue'
import { useLooking } from '../../kit/looking'
import Making from '../../kit/Making.vue'

/** What must be done by when, the steps as they stand, and what was done. */
defineProps<{ live: Live; preferences: ReturnType<typeof usePreferences> }>()
const looking = useLooking()
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
            <span v-if="event.by" class="quiet small"> {{ event.by }}</span>
            <Making
              ><ActionButton v-if="event.can_undo" @click="emit('undo', event.key)">
                take back
              </ActionButton></Making
            ></span
          >
          <span class="figures">{{ preferences.pick(event.at).unit }}</span>
        </li>
      </ul>
      <Making
        ><Fold
          v-if="live.state !== 'opened' && !live.is_simulated"
          name="fire-more"
          label="Something else happened"
        >
          <p class="more">
            <ActionButton v-for="[kind, name] in MORE" :key="kind" @click="emit('act', kind, name)">
              {{ name }}
            </ActionButton>
          </p>
        </Fold></Making
      >
      <Making
        ><label class="small quiet"
          >Note
          <InputText
            v-model="note"
            maxlength="400"
            :readonly="looking"
            @keydown.enter="write"
            @blur="write"
          /> </label
      ></Making>
    </section>
  </aside>
</template>

<style scoped>
.side {
  display: grid;
  gap: var(--s4);
  align-content: start;
}

section {
  border-top: var(--line) solid var(--rule);
  padding-top: var(--s2);
}

ul,
ol {
  list-style: none;
  margin: var(--s1) 0;
  padding: 0;
}

li {
  display: flex;
  justify-content: space-between;
  gap: var(--s3);
  padding: var(--s1) 0;
  font-size: var(--f3);
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
  gap: var(--s2) var(--s4);
}

label {
  display: grid;
}
</style>
