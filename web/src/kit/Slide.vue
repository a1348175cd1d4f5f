<script setup lang="ts">
/** A number set by sliding: `move` while it goes, `rest` where it is let go. */
const value = defineModel<number>({ required: true })
defineProps<{ name: string; low: number; high: number; step?: number }>()
const emit = defineEmits<{ move: [to: number]; rest: [to: number] }>()
const at = (event: Event) => Number((event.target as HTMLInputElement).value)
</script>

<template>
  <input
    type="range"
    :min="low"
    :max="high"
    :step="step ?? 1"
    :value="value"
    :aria-label="name"
    @input="(event) => ((value = at(event)), emit('move', value))"
    @change="(event) => emit('rest', at(event))"
  />
</template>
