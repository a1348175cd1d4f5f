<script setup lang="ts">
import { computed } from 'vue'

import type { Finding } from '../api/types'
import MessageText from './MessageText.vue'

const props = defineProps<{ findings: Finding[]; station: string }>()
const WORDS = { stop: 'Stop', think: 'Think', note: 'Note' } as const
const MARKS = { stop: '■', think: '▲', note: '·' } as const
const here = computed(() => props.findings.filter((f) => f.station === props.station))
</script>

<template>
  <ul v-if="here.length" class="findings" aria-label="Findings">
    <li v-for="finding in here" :key="finding.rule" :class="finding.severity">
      <span class="word">{{ MARKS[finding.severity] }} {{ WORDS[finding.severity] }}</span>
      <span
        ><strong><MessageText :said="finding.says" /></strong>{{ ' '
        }}<MessageText class="reason" :said="finding.reason"
      /></span>
    </li>
  </ul>
</template>

<style scoped>
.findings {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: var(--s3);
}

li {
  display: grid;
  grid-template-columns: 4.2rem 1fr;
  gap: var(--s2);
  border-left: var(--edge) solid var(--note);
  padding-left: var(--s3);
  font-size: var(--f2);
}

li.note {
  border-left-width: var(--line);
}

.word {
  color: var(--note);
  font-weight: 700;
  white-space: nowrap;
}

.reason {
  color: var(--ink-soft);
}
</style>
