<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed, nextTick, ref, useId, watch } from 'vue'

import type { DualQuantity } from '../api/types'
import { usePreferences } from '../composables/usePreferences'
import { useLooking } from './looking'
import WordedText from './WordedText.vue'

/** A quantity that takes whatever unit is typed, shows the chosen one and the other in small. */
const props = defineProps<{
  label: string
  hint?: string
  shown?: DualQuantity | null
  draft?: string
  fault?: string
  placeholder?: string
  path?: string
  figure?: string
  /** What is wanted next: ringed. */
  isAsked?: boolean
}>()
const emit = defineEmits<{ commit: [typed: string]; forget: [] }>()

const preferences = usePreferences()
const looking = useLooking()
const id = useId()
const standing = computed(() => (props.shown ? preferences.pick(props.shown).text : ''))
const text = ref('')
const isEditing = ref(false)
const began = ref('') // what stood here when the hand came; unchanged, it is nobody's edit
const sent = ref<string | null>(null)

watch(
  [() => props.draft, standing],
  () => {
    // never change a text under the hand that types it
    if (isEditing.value && sent.value === null && text.value !== began.value) return
    text.value = began.value = props.draft ?? standing.value
    sent.value = null
  },
  { immediate: true },
)

const otherUnit = computed(() => {
  if (!props.shown || props.fault) return ''
  const other = preferences.other(props.shown).text
  return other === standing.value ? '' : other
})

function commit() {
  isEditing.value = false
  // leaving the field after Enter must not send the same text twice
  if (text.value === began.value || text.value === sent.value) return
  if (text.value.trim() === standing.value) {
    emit('forget')
    text.value = standing.value
    return
  }
  sent.value = text.value
  emit('commit', text.value)
}

async function giveUp(event: Event) {
  emit('forget')
  isEditing.value = false
  await nextTick()
  text.value = standing.value
  ;(event.target as HTMLInputElement).blur()
}
</script>

<template>
  <div class="row" :class="{ faulty: fault, asked: isAsked }">
    <label :for="id"
      ><WordedText :text="label" /> <span v-if="hint" class="quiet small">{{ hint }}</span></label
    >
    <InputText
      :id="id"
      v-model="text"
      class="figures"
      autocomplete="off"
      spellcheck="false"
      maxlength="200"
      :placeholder="placeholder"
      :invalid="!!fault"
      :readonly="looking"
      :aria-describedby="`${id}-more`"
      :data-path="path"
      :data-figure="figure"
      @focus="((isEditing = true), (began = text))"
      @blur="commit"
      @keydown.enter="commit"
      @keydown.esc.stop="giveUp"
    />
    <span :id="`${id}-more`" class="more">
      <span v-if="fault" class="fault" role="alert">{{ fault }}</span>
      <span v-else class="quiet small other">{{ otherUnit }}</span>
    </span>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 8.6rem 5.2rem;
  gap: var(--s1) var(--s3);
  align-items: center;
  min-height: var(--row);
  border-bottom: var(--line) solid var(--rule);
}

.row input {
  font-family: var(--mono);
  width: 100%;
  font-size: var(--f3);
}

/* words, not figures: in their own type more of them fit */
.row input::placeholder {
  font-family: var(--text);
  font-size: var(--f2);
  letter-spacing: normal;
  word-spacing: normal;
}

.other {
  white-space: nowrap;
}

.faulty .more {
  grid-column: 1 / -1;
  padding-bottom: var(--s2);
}

.asked {
  outline: var(--s0) solid var(--note);
  outline-offset: var(--s1);
}

.fault::before {
  content: '✕ ';
}

.fault {
  color: var(--note);
  font-size: var(--f2);
  font-weight: 600;
}

@media (max-width: 30em) {
  .row {
    grid-template-columns: minmax(0, 1fr) 7.6rem 4.4rem;
  }
}
</style>
