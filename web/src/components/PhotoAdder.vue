<script setup lang="ts">
import ProgressBar from 'primevue/progressbar'

import { sendFile } from '../api/files'
import type { StagePhoto } from '../api/types'
import FilePick from '../kit/FilePick.vue'
import { useAction } from '../kit/useAction'
import { ActionButton } from '../kit/ActionButton'

/** A photograph of a stage, from the phone's camera, a file, or dropped in. */
const props = defineProps<{
  firing: number
  stage: number
  when: 'before' | 'after'
  photos: StagePhoto[]
  label: string
}>()
const emit = defineEmits<{ added: [] }>()
const sending = useAction(
  (file: File) =>
    sendFile(
      `/api/firings/${props.firing}/photos?stage_id=${props.stage}&before=${props.when === 'before'}`,
      file,
    ),
  { done: () => emit('added') },
)
const { isBusy, trouble, isUnsent } = sending
const drop = (file?: File) => file && sending.act(file)
</script>

<template>
  <div class="photos" @dragover.prevent @drop.prevent="drop($event.dataTransfer?.files[0])">
    <p class="row">
      <FilePick
        :label="label"
        accept="image/jpeg,image/png,image/webp"
        look="button"
        is-camera
        :is-busy="isBusy"
        @pick="sending.act"
      />
      <span class="small quiet">or drop one here</span>
    </p>
    <ProgressBar v-if="isBusy" mode="indeterminate" class="going" />
    <p v-if="trouble" class="fault" role="alert">
      ✕ {{ trouble }} <ActionButton v-if="isUnsent" @click="sending.again()">Send it again</ActionButton>
    </p>
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
  gap: var(--s2);
}

.row {
  display: flex;
  gap: var(--s3);
  align-items: center;
}

.strip {
  display: flex;
  gap: var(--s2);
  overflow-x: auto;
}

.strip img {
  height: 5.75rem;
  border: var(--line) solid var(--rule);
}
</style>
