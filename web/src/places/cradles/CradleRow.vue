<script setup lang="ts">
import type { Cradle } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'
import Thumbnail from '../../drawing/Thumbnail.vue'
import { ActionButton } from '../../kit/ActionButton'
import Making from '../../kit/Making.vue'

/** One cradle of the shelf in a line: what it is, what it holds, and what can be done with it. */
defineProps<{ cradle: Cradle; isOpen: boolean }>()
const emit = defineEmits<{ open: []; copy: []; away: [] }>()
const preferences = usePreferences()

const METHODS: Record<string, string> = {
  shape: 'from its shape',
  level: 'by the fall of a level',
  drained: 'by weighing water',
  trial: 'by trial glass',
  model: 'by a model',
  last: 'by the last filling',
}
const fill = (cradle: Cradle) =>
  ((cradle.care.fills ?? []) as { mass: string; how: string }[]).find((f) => f.how === 'fitted')?.mass
</script>

<template>
  <div class="line">
    <img
      v-if="cradle.photo_id"
      :src="`/api/photos/${cradle.photo_id}`"
      :alt="`Photograph of ${cradle.name}`"
    />
    <Thumbnail v-else :outline="cradle.outline" />
    <ActionButton look="plain" class="name" :aria-expanded="isOpen" @click="emit('open')">
      <b>{{ cradle.name }}</b>
      <span class="quiet small">{{ cradle.material }}, {{ preferences.pick(cradle.wall).text }} wall</span>
      <span v-for="remark in cradle.remarks" :key="remark" class="remark">{{ remark }}</span>
    </ActionButton>
    <template v-if="!cradle.is_filled">
      <span class="item"
        ><span class="quiet small">Across</span
        ><span class="figures">{{ preferences.pick(cradle.across).text }}</span></span
      >
      <span class="item"
        ><span class="quiet small">Deep or high</span
        ><span class="figures">{{ preferences.pick(cradle.line).text }}</span></span
      >
    </template>
    <span v-if="cradle.is_filled" class="item"
      ><span class="quiet small">Holds, {{ METHODS[cradle.method] }}</span
      ><span class="figures"
        >{{ preferences.pick(cradle.holds).text }}
        <span class="quiet">{{
          preferences.pick(cradle.holds).plus_minus && `± ${preferences.pick(cradle.holds).plus_minus}`
        }}</span></span
      ></span
    >
    <span v-if="cradle.is_filled" class="item"
      ><span class="quiet small">{{ fill(cradle) ? 'Fill weight' : 'Casting line at' }}</span
      ><span class="figures">{{ fill(cradle) ?? preferences.pick(cradle.line).text }}</span></span
    >
    <Making
      ><span class="acts row-acts">
        <ActionButton :aria-label="`Copy ${cradle.name}`" @click="emit('copy')"> Copy </ActionButton>
        <ActionButton
          :aria-label="`${cradle.is_archived ? 'Put back' : 'Put away'} ${cradle.name}`"
          @click="emit('away')"
        >
          {{ cradle.is_archived ? 'Put back' : 'Put away' }}
        </ActionButton>
      </span></Making
    >
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 5rem minmax(0, 1.4fr) minmax(0, 1fr) minmax(0, 0.7fr) auto;
  gap: var(--s4);
  align-items: center;
  padding: var(--s3) var(--s1);
}

img {
  width: 4.5rem;
  height: 4.5rem;
  object-fit: cover;
}

.name,
.item {
  display: grid;
}

.name b {
  font-size: var(--f4);
}

.name:hover b {
  text-decoration: underline var(--line) dotted;
  text-underline-offset: var(--s1);
}

.remark {
  color: var(--note);
  font-size: var(--f2);
}

.acts {
  display: flex;
  gap: var(--s4);
}

@media (max-width: 45em) {
  .line {
    grid-template-columns: 4.75rem minmax(0, 1fr);
  }

  .line > :nth-child(n + 3) {
    grid-column: 2;
    justify-self: start;
  }
}
</style>
