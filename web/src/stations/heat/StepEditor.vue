<script setup lang="ts">
import { computed } from 'vue'

import type { Piece, SimulatedSegment } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { ActionButton } from '../../kit/ActionButton'
import TypedField from '../../kit/TypedField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import { useWorking } from '../../composables/useWorking'
import Making from '../../kit/Making.vue'

/** One step set by hand, for keyboard and phone: what dragging does on the line. */
const openWorking = useWorking()
const props = defineProps<{ piece: Piece; step: SimulatedSegment; number: number }>()
const emit = defineEmits<{ release: [key: string] }>()
const context = usePiece()
const at = computed(() => `${STAGE}.heat.segments.${props.step.key}`)
const isOwn = computed(() => props.piece.plan.heat?.changed.includes(props.step.key))
const FIELDS = computed(() => {
  const list = [
    { name: 'rate', label: 'Rate', hint: '0: as fast as it can', shown: props.step.rate },
    { name: 'to', label: 'To', hint: '', shown: props.step.to },
    { name: 'hold', label: 'Hold', hint: '', shown: props.step.hold },
  ]
  return props.step.key === 'coast' ? list.slice(1, 2) : list
})
const draft = (name: string) => context.drafts[`${at.value}.${name}`]
const write = (name: string, value: string) =>
  context.change([{ path: `${at.value}.${name}`, value }], `${props.step.name.toLowerCase()}, ${name}`)
</script>

<template>
  <section class="editor" :aria-label="`Step ${number}: ${step.name}`">
    <p>
      <b>{{ number }}. {{ step.name }}.</b> <MessageText :said="step.why" />
      <template v-if="step.late"> <MessageText :said="step.late" /></template>
    </p>
    <div class="fields">
      <TypedField
        v-for="field in FIELDS"
        :key="field.name"
        :label="field.label"
        :hint="field.hint || undefined"
        :shown="field.shown"
        :draft="draft(field.name) && String(draft(field.name)!.value)"
        :fault="draft(field.name)?.message"
        :path="`heat.segments.${step.key}.${field.name}`"
        @commit="(typed: string) => write(field.name, typed)"
        @forget="context.forget(`${at}.${field.name}`)"
      />
    </div>
    <p class="small">
      <ActionButton v-for="key in step.figures" :key="key" :data-figure="key" @click="openWorking(key)">
        Why: {{ piece.plan.figures[key]?.name.toLowerCase() }}
      </ActionButton>
      <Making
        ><ActionButton v-if="isOwn" @click="emit('release', step.key)">
          Work it out again
        </ActionButton></Making
      >
    </p>
  </section>
</template>

<style scoped>
.editor {
  border-left: var(--edge) solid var(--ink);
  padding: var(--s0) 0 var(--s0) var(--s4);
}

.fields {
  max-width: 34rem;
}

.small {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s1) var(--s4);
  padding-top: var(--s1);
}
</style>
