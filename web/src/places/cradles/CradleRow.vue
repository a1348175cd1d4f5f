<script setup lang="ts">
import type { Cradle } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'
import Thumbnail from '../../drawing/Thumbnail.vue'

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
    <button type="button" class="plain-button name" :aria-expanded="isOpen" @click="emit('open')">
      <b>{{ cradle.name }}</b>
      <span class="quiet small">{{ cradle.material }}, {{ preferences.pick(cradle.wall).text }} wall</span>
      <span v-for="remark in cradle.remarks" :key="remark" class="remark">{{ remark }}</span>
    </button>
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
    <span class="acts">
      <button type="button" class="text-button" :aria-label="`Copy ${cradle.name}`" @click="emit('copy')">
        Copy
      </button>
      <button
        type="button"
        class="text-button"
        :aria-label="`${cradle.is_archived ? 'Put back' : 'Put away'} ${cradle.name}`"
        @click="emit('away')"
      >
        {{ cradle.is_archived ? 'Put back' : 'Put away' }}
      </button>
    </span>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 80px minmax(0, 1.4fr) minmax(0, 1fr) minmax(0, 0.7fr) auto;
  gap: 16px;
  align-items: center;
  padding: 10px 4px;
}

img {
  width: 72px;
  height: 72px;
  object-fit: cover;
}

.name,
.item {
  display: grid;
}

.name b {
  font-size: 1.08rem;
}

.name:hover b {
  text-decoration: underline 1px dotted;
  text-underline-offset: 4px;
}

.remark {
  color: var(--note);
  font-size: 0.85rem;
}

.acts {
  display: flex;
  gap: 14px;
}

@media (max-width: 720px) {
  .line {
    grid-template-columns: 76px minmax(0, 1fr);
  }

  .line > :nth-child(n + 3) {
    grid-column: 2;
    justify-self: start;
  }
}
</style>
