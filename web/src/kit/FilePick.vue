<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'

import { ActionButton } from './ActionButton'
import { useLooking } from './looking'

/** A word that opens the picker of files; the same file can be picked again. `isCamera`: a phone offers its camera. */
defineProps<{
  label: string
  accept: string
  name?: string
  look?: 'text' | 'button'
  isCamera?: boolean
  isBusy?: boolean
}>()
const emit = defineEmits<{ pick: [file: File] }>()
const looking = useLooking()
const input = ref<HTMLInputElement | null>(null)

function picked(event: Event) {
  const chosen = event.target as HTMLInputElement
  const file = chosen.files?.[0]
  chosen.value = ''
  if (file) emit('pick', file)
}
</script>

<template>
  <span v-if="!looking" class="pick">
    <input
      ref="input"
      type="file"
      class="visually-hidden"
      tabindex="-1"
      aria-hidden="true"
      :accept="accept"
      :capture="isCamera ? 'environment' : undefined"
      :aria-label="name ?? label"
      @change="picked"
    />
    <Button
      v-if="look === 'button'"
      :label="label"
      variant="outlined"
      size="small"
      :disabled="isBusy"
      @click="input?.click()"
    />
    <ActionButton v-else :disabled="isBusy" @click="input?.click()">{{ label }}</ActionButton>
  </span>
</template>

<style scoped>
.pick {
  position: relative;
}
</style>
