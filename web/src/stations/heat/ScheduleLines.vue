<script setup lang="ts">
import InputText from 'primevue/inputtext'

import type { ScheduleLine } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { useLooking } from '../../kit/looking'

/** Every line of a pasted schedule with what was made of it; what is not clear is marked, and put right where it stands. */
defineProps<{ lines: ScheduleLine[] }>()
const looking = useLooking()
const emit = defineEmits<{ change: [number: number, text: string] }>()
const isClear = (line: ScheduleLine) => !line.unread.length && !line.doubts.length

function keep(line: ScheduleLine, event: Event) {
  const text = (event.target as HTMLInputElement).value
  if (text !== line.text) emit('change', line.number, text)
}
</script>

<template>
  <ol class="lines" aria-label="The schedule, line by line">
    <li v-for="line in lines" :key="line.number" :class="{ open: !isClear(line) }">
      <span class="quiet small figures">{{ line.number }}</span>
      <InputText
        :readonly="looking"
        :model-value="line.text"
        class="figures"
        maxlength="400"
        :aria-label="`Line ${line.number}`"
        :invalid="!isClear(line)"
        @change="keep(line, $event)"
      />
      <span class="made">
        <span v-for="(said, i) in line.says" :key="i" class="small"><MessageText :said="said" /></span>
        <span v-if="!line.says.length && isClear(line)" class="small quiet">no step</span>
        <span v-for="word in line.unread" :key="word" class="small unclear">✕ not read: {{ word }}</span>
        <span v-for="doubt in line.doubts" :key="doubt" class="small unclear">? {{ doubt }}</span>
      </span>
    </li>
  </ol>
</template>

<style scoped>
.lines {
  display: grid;
  gap: var(--s1);
  margin: 0 0 var(--s3);
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: 1.4rem minmax(0, 1fr);
  gap: var(--s2);
  align-items: center;
  border-bottom: var(--line) solid var(--rule);
}

.made {
  display: grid;
  grid-column: 2;
  padding-bottom: var(--s1);
}

.unclear {
  color: var(--note);
  font-weight: 600;
}

li :deep(input) {
  width: 100%;
  font-size: var(--f2);
}
</style>
