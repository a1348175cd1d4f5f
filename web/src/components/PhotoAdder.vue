<script setup lang="ts">
import Button from 'primevue/button'
import ProgressBar from 'primevue/progressbar'
import { ref } from 'vue'

import { picked, sendFile } from '../api/files'
import type { StagePhoto } from '../api/types'

/** A photograph of a stage, from the phone's camera, a file, or dropped in. */
const props = defineProps<{
  firing: number
  stage: number
  when: 'before' | 'after'
  photos: StagePhoto[]
  label: string
}>()
const emit = defineEmits<{ added: [] }>()
const input = ref<HTMLInputElement | null>(null)
const isBusy = ref(false)
const trouble = ref('')

async function send(file?: File) {
  if (!file) return
  isBusy.value = true
  trouble.value = ''
  try {
    await sendFile(
      `/api/firings/${props.firing}/photos?stage_id=${props.stage}&before=${props.when === 'before'}`,
      file,
    )
    emit('added')
  } catch (error) {
    trouble.value = (error as Error).message
  } finally {
    isBusy.value = false
  }
}
</script>

<template>
  <div class="photos" @dragover.prevent @drop.prevent="send($event.dataTransfer?.files[0])">
    <input
      ref="input"
      type="file"
      accept="image/jpeg,image/png,image/webp"
      capture="environment"
      class="visually-hidden"
      tabindex="-1"
      :aria-label="label"
      @change="(e) => send(picked(e))"
    />
    <p class="row">
      <Button :label="label" variant="outlined" size="small" :disabled="isBusy" @click="input?.click()" />
      <span class="small quiet">or drop one here</span>
    </p>
    <ProgressBar v-if="isBusy" mode="indeterminate" style="height: 4px" />
    <p v-if="trouble" class="fault" role="alert">✕ {{ trouble }}</p>
    <p v-if="photos.length" class="strip">
      <img
        v-for="photo in photos"
        :key="photo.id"
        :src="`/api/photos/${photo.photo_id}`"
        :alt="`${when === 'before' ? 'Before' : 'After'} the firing`"
        loading="lazy"
      />
    </p>
  </div>
</template>

<style scoped>
.photos {
  display: grid;
  gap: 6px;
}

.row {
  display: flex;
  gap: 12px;
  align-items: center;
}

.strip {
  display: flex;
  gap: 8px;
  overflow-x: auto;
}

.strip img {
  height: 92px;
  border: 1px solid var(--rule);
}

.fault {
  color: var(--note);
  font-weight: 600;
}
</style>
