<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'

import type { Dimension } from '../api/types'
import { STAGE, usePiece } from '../composables/usePiece'
import { usePreferences } from '../composables/usePreferences'
import { useLooking } from './looking'

/** A number on the drawing. If it is an input, a click opens it for typing, in place. */
const props = defineProps<{
  dimension: Dimension
  x: number
  y: number
  alongside?: { path: string; value: unknown }[]
  /** Its path is that of the stage, not of the cradle. */
  isOfStage?: boolean
}>()
const piece = usePiece()
const preferences = usePreferences()
const looking = useLooking()
const path = computed(() =>
  props.dimension.path && !looking.value
    ? `${STAGE}.${props.isOfStage ? '' : 'cradle.'}${props.dimension.path}`
    : '',
)
const draft = computed(() => (path.value ? piece.drafts[path.value] : undefined))
const words = computed(() => preferences.pick(props.dimension.shown).text)
const isOpen = ref(false)
const text = ref('')
const began = ref('')
const input = ref<HTMLInputElement | null>(null)
const button = ref<HTMLButtonElement | null>(null)

async function open() {
  text.value = began.value = draft.value ? String(draft.value.value) : words.value
  isOpen.value = true
  await nextTick()
  input.value?.select()
}

async function close(save: boolean, refocus: boolean) {
  if (!isOpen.value) return
  isOpen.value = false
  if (!save) piece.forget(path.value)
  else if (text.value !== began.value && text.value.trim() !== words.value)
    void piece.change(
      [{ path: path.value, value: text.value }, ...(props.alongside ?? [])],
      props.dimension.name,
    )
  await nextTick()
  if (refocus) button.value?.focus()
}
</script>

<template>
  <div
    class="label"
    :class="{ raised: draft || isOpen, leftmost: x < 140 }"
    :style="{ left: `${x}px`, top: `${y}px` }"
  >
    <input
      v-if="isOpen"
      ref="input"
      v-model="text"
      class="figures"
      :aria-label="dimension.name"
      maxlength="200"
      autocomplete="off"
      spellcheck="false"
      @blur="close(true, false)"
      @keydown.enter.prevent="close(true, true)"
      @keydown.esc.stop.prevent="close(false, true)"
    />
    <button
      v-else-if="path"
      ref="button"
      type="button"
      class="figures"
      :class="{ faulty: draft }"
      :aria-label="`${dimension.name} ${words}, change`"
      :data-dimension="dimension.path"
      @click="open"
    >
      {{ draft ? draft.value || '—' : words }}
    </button>
    <span v-else class="figures computed">{{ words }}</span>
    <span v-if="draft && !isOpen" class="fault" role="alert">✕ {{ draft.message }}</span>
  </div>
</template>

<style scoped>
.label {
  position: absolute;
  transform: translate(-50%, -50%);
  display: grid;
  justify-items: center;
}

.raised {
  z-index: 3;
}

.leftmost .fault {
  left: calc(-1 * var(--s4));
  transform: none;
}

button,
input,
.computed {
  font-family: var(--mono);
  font-weight: 650;
  font-size: var(--f3);
  letter-spacing: -0.03em;
  background: var(--sheet);
  border: 0;
  padding: var(--s0) var(--s1);
  color: var(--ink);
  white-space: nowrap;
}

button {
  cursor: text;
  border-bottom: var(--s0) dotted var(--ink-quiet);
}

button:hover {
  border-bottom: var(--s0) solid var(--ink);
}

.computed {
  font-weight: 450;
  color: var(--ink-soft);
}

input {
  width: 6.4rem;
  text-align: center;
  border: var(--line) solid var(--ink);
}

.faulty {
  border-bottom: var(--s0) solid var(--note);
  color: var(--note);
}

.fault {
  position: absolute;
  top: 100%;
  left: 50%;
  z-index: 2;
  transform: translateX(-50%);
  width: 13rem;
  padding: var(--s2) var(--s2);
  background: var(--sheet);
  border: var(--line) solid var(--note);
  color: var(--note);
  font-size: var(--f2);
}

/* a finger wants more room than the number takes */
@media (max-width: 30em) {
  button,
  .computed {
    font-size: var(--f2);
    padding: var(--line) var(--s0);
  }
}

@media (pointer: coarse), (max-width: 45em) {
  button::before {
    content: '';
    position: absolute;
    inset: calc(-1 * var(--s2)) calc(-1 * var(--s1));
  }
}
</style>
