<script setup lang="ts">
import { computed } from 'vue'

import type { Ahead, Live } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'
import { useWorking } from '../../composables/useWorking'

/** Few and large; a press on a computed one opens its working. */
const props = defineProps<{ live: Live; ahead?: Ahead }>()
const preferences = usePreferences()
const openWorking = useWorking()
const pick = preferences.pick
// what lies ahead is worked out after what is: until then nothing is claimed
const toCome = computed(() => (props.ahead ? '—' : '…'))
const numbers = computed(() => [
  {
    name: 'Thermometer',
    value: props.live.glass ? pick(props.live.glass.shown).text : '—',
    notes: props.live.heard ? [`at ${pick(props.live.heard).unit}`] : [],
    figure: '',
  },
  {
    name: 'Glass, skin · heart',
    value: props.live.glass
      ? `${pick(props.live.glass.skin).value} · ${pick(props.live.glass.heart).text}`
      : '—',
    notes: [],
    figure: 'fire_glass',
  },
  {
    name: 'Lid at',
    value: props.live.opens ? pick(props.live.opens).unit : '—',
    notes: props.live.opens
      ? [pick(props.live.opens).value, `planned ${pick(props.live.opens_planned).text}`]
      : [],
    figure: 'fire_opens',
  },
  {
    name: 'Strain left',
    value: props.ahead?.left ? pick(props.ahead.left).text : toCome.value,
    notes: props.ahead ? [`planned ${pick(props.ahead.planned_left).text}`] : [],
    figure: 'fire_left',
  },
  {
    name: 'Heat work',
    value: props.ahead?.figures.fire_work ? pick(props.ahead.figures.fire_work.shown).text : toCome.value,
    notes: ['of what was planned'],
    figure: 'fire_work',
  },
])
</script>

<template>
  <ul class="numbers">
    <li v-for="number in numbers" :key="number.name">
      <component
        :is="number.figure && ahead?.figures[number.figure] ? 'button' : 'div'"
        class="plain-button"
        :data-figure="number.figure || undefined"
        :title="number.figure ? `Working of ${number.name}` : undefined"
        @click="number.figure && openWorking(number.figure)"
      >
        <span class="name">{{ number.name }}</span>
        <span class="figures value">{{ number.value }}</span>
        <span v-for="note in number.notes" :key="note" class="small quiet">{{ note }}</span>
      </component>
    </li>
  </ul>
</template>

<style scoped>
.numbers {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(9.6rem, 1fr));
  gap: var(--s2) var(--s4);
}

li {
  border-left: var(--edge) solid var(--rule);
  padding-left: var(--s3);
}

.plain-button {
  display: grid;
  cursor: default;
}

button.plain-button {
  cursor: pointer;
}

button.plain-button:hover .value {
  text-decoration: underline var(--line) dotted;
  text-underline-offset: var(--s1);
}

.name {
  font-size: var(--f2);
  color: var(--ink-quiet);
}

.value {
  font-size: var(--f5);
  font-weight: 650;
  white-space: nowrap;
}
</style>
