<script setup lang="ts">
import Slider from 'primevue/slider'
import { computed } from 'vue'

import type { Motion } from '../api/types'
import MessageText from '../components/MessageText.vue'
import { usePreferences } from '../composables/usePreferences'
import { ActionButton } from '../kit/ActionButton'

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
      <ActionButton v-if="at !== null" @click="at = null">Back to its end</ActionButton>
    </p>
  </div>
</template>

<style scoped>
.motion {
  padding: var(--s2) var(--s4) var(--s2);
  border-top: var(--line) solid var(--rule);
  background: var(--sheet);
}

.now {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s0) var(--s3);
  margin: 0 0 var(--s2);
  min-height: 1.5em;
}

.track {
  position: relative;
  padding: var(--s4) var(--s2) var(--s6);
}

.mark {
  position: absolute;
  bottom: var(--s0);
  height: var(--s2);
  min-width: var(--s1);
  background: var(--glass-deep);
  opacity: 0.8;
}

.mark.touches {
  bottom: var(--s2);
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
  height: var(--s8);
  border-left: var(--s0) solid var(--ember);
  pointer-events: none;
}

.marks {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s0) var(--s4);
  align-items: center;
  margin: 0;
}

.marks i {
  display: inline-block;
  width: var(--s4);
  height: var(--s2);
  margin-right: var(--s2);
  background: var(--glass-deep);
}

.marks i.end-key {
  width: var(--s0);
  height: var(--s3);
  background: var(--ember);
  vertical-align: calc(-1 * var(--s0));
}
</style>
