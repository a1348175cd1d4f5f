<script setup lang="ts">
import Slider from 'primevue/slider'
import { computed } from 'vue'

import type { Motion } from '../api/types'
import MessageText from '../components/MessageText.vue'
import { usePreferences } from '../composables/usePreferences'

/** A slider through heat work: the glass moves as computed, with the clock of this programme under it. */
const props = defineProps<{ motion: Motion }>()
const at = defineModel<number | null>({ required: true })
const preferences = usePreferences()
const last = computed(() => props.motion.frames.length - 1)
const end = computed(() => Math.min(last.value, Math.floor(props.motion.ends_share * last.value + 1e-6)))
const shown = computed(() => at.value ?? end.value)
const frame = computed(() => props.motion.frames[shown.value])
const clock = computed(() =>
  frame.value?.at
    ? preferences.pick(frame.value.at).text
    : shown.value === 0
      ? 'as it goes in'
      : 'more than this programme does',
)
const percent = (share: number) => `${(100 * share).toFixed(1)}%`
const text = computed(() => `${clock.value}: ${frame.value ? preferences.said(frame.value.shape.words) : ''}`)
</script>

<template>
  <div class="motion">
    <p class="now">
      <b class="figures">{{ clock }}</b>
      <MessageText v-if="frame" :said="frame.shape.words" />
    </p>
    <div class="track">
      <Slider
        :model-value="shown"
        :min="0"
        :max="last"
        aria-label="Move the glass through the firing"
        :pt="{ handle: { 'aria-valuetext': text } }"
        @update:model-value="(value) => (at = value as number)"
      />
      <span
        v-for="mark in motion.marks"
        :key="mark.key"
        class="mark"
        :class="mark.key"
        :style="{
          left: percent(mark.from_share),
          width: percent(Math.max(0.004, mark.to_share - mark.from_share)),
        }"
        aria-hidden="true"
      ></span>
      <span class="end" :style="{ left: percent(motion.ends_share) }" aria-hidden="true"></span>
    </div>
    <p class="small quiet marks">
      <span v-for="mark in motion.marks" :key="mark.key"
        ><i :class="mark.key"></i><MessageText :said="mark.words"
      /></span>
      <span v-if="motion.ends_share > 0"><i class="end-key"></i>this programme ends</span>
      <button v-if="at !== null" type="button" class="text-button" @click="at = null">Back to its end</button>
    </p>
  </div>
</template>

<style scoped>
.motion {
  padding: 6px 14px 8px;
  border-top: 1px solid var(--rule);
  background: var(--sheet);
}

.now {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  margin: 0 0 6px;
  min-height: 1.5em;
}

.track {
  position: relative;
  padding: 14px 8px 24px;
}

.mark {
  position: absolute;
  bottom: 2px;
  height: 6px;
  min-width: 4px;
  background: var(--glass-deep);
  opacity: 0.8;
}

.mark.touches {
  bottom: 9px;
}

.touches,
.marks i.touches {
  background: var(--glass);
}

.too-late,
.marks i.too-late {
  background: var(--note);
}

.end {
  position: absolute;
  bottom: 0;
  height: 38px;
  border-left: 2px solid var(--ember);
  pointer-events: none;
}

.marks {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  align-items: center;
  margin: 0;
}

.marks i {
  display: inline-block;
  width: 14px;
  height: 6px;
  margin-right: 6px;
  background: var(--glass-deep);
}

.marks i.end-key {
  width: 2px;
  height: 12px;
  background: var(--ember);
  vertical-align: -2px;
}
</style>
