<script setup lang="ts">
import type { Lying } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { ActionButton } from '../../kit/ActionButton'

/** Who lies in the firing, each with whether it gets what it needs. */
defineProps<{ members: Lying[]; isStill?: boolean }>()
const traced = defineModel<number | null>('traced')
defineEmits<{ takeOut: [member: Lying] }>()
const WORDS = { good: '✓ good', short: '▲ short', over: '▲ over', unsafe: '■ not so' } as const
</script>

<template>
  <ul class="rows">
    <li v-for="member in members" :key="member.stage_id" :class="member.word">
      <b class="letter">{{ member.letter }}</b>
      <div>
        <span class="row-acts small">
          <ActionButton
            :aria-pressed="traced === member.stage_id"
            @click="traced = traced === member.stage_id ? null : member.stage_id"
            >Look at it</ActionButton
          >
          <ActionButton v-if="!isStill && members.length > 1" @click="$emit('takeOut', member)"
            >Take out</ActionButton
          >
        </span>
        <p class="who">
          <RouterLink
            :to="{
              name: 'piece',
              params: { id: member.piece_id, station: 'heat' },
              query: { stage: member.key },
            }"
            >{{ member.name }}</RouterLink
          >
          <span class="quiet small"
            >{{ member.copies > 1 ? `× ${member.copies} ` : '' }}{{ member.process.toLowerCase()
            }}{{ member.place ? `, ${member.place}` : '' }}</span
          >
        </p>
        <p class="small">
          <b class="word">{{ WORDS[member.word] }}</b> <MessageText :said="member.says" />
          <span class="quiet">{{ ' ' }}(<MessageText :said="member.own" />)</span>
        </p>
      </div>
    </li>
  </ul>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 2rem minmax(0, 1fr);
  gap: var(--s2);
  padding: var(--s2) 0;
  border-bottom: var(--line) solid var(--rule);
}

.letter {
  font-size: var(--f4);
}

p {
  margin: 0;
}

li:not(.good) .word {
  color: var(--note);
}

.who {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--s3);
  align-items: baseline;
}

.row-acts {
  float: right;
}

@media (hover: none) {
  .row-acts {
    visibility: visible;
  }
}
</style>
