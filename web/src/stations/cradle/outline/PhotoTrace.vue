<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, onBeforeUnmount, ref } from 'vue'

import { api, request } from '../../../api/client'
import type { Outline } from '../../../api/types'
import { usePreferences } from '../../../composables/usePreferences'
import { ActionButton } from '../../../kit/ActionButton'
import { useAction } from '../../../kit/useAction'
import FilePick from '../../../kit/FilePick.vue'

/** Mark two points a known distance apart on a photograph, then press round the edge of the thing. */
const emit = defineEmits<{ traced: [outline: Outline]; close: [] }>()
const preferences = usePreferences()
const picture = ref('')
const size = ref<[number, number]>([1, 1])
const marks = ref<[number, number][]>([])
const points = ref<[number, number][]>([])
const apart = ref('100 mm')
const blind = ref('')
const box = ref<SVGSVGElement | null>(null)
const does = computed(() =>
  !picture.value
    ? 'Photograph it from straight above, far away, with a ruler lying beside it at the same height.'
    : marks.value.length < 2
      ? `Press mark ${marks.value.length + 1} of 2 on the ruler.`
      : points.value.length < 3
        ? 'Press round the edge, one way round.'
        : `${points.value.length} points. Go on, or measure it.`,
)

function open(file: File) {
  const image = new Image()
  const url = URL.createObjectURL(file)
  image.onload = () => {
    drop()
    picture.value = url
    size.value = [image.naturalWidth, image.naturalHeight]
    marks.value = []
    points.value = []
    blind.value = ''
  }
  image.onerror = () => {
    URL.revokeObjectURL(url)
    blind.value = 'This file is not a photograph that can be shown. JPEG and PNG can.'
  }
  image.src = url
}
const drop = () => picture.value && URL.revokeObjectURL(picture.value)
onBeforeUnmount(drop)

function press(event: MouseEvent) {
  const spot = new DOMPoint(event.clientX, event.clientY).matrixTransform(
    box.value!.getScreenCTM()!.inverse(),
  )
  if (marks.value.length < 2) marks.value = [...marks.value, [spot.x, spot.y]]
  else points.value = [...points.value, [spot.x, spot.y]]
}
const back = () => {
  if (points.value.length) points.value = points.value.slice(0, -1)
  else marks.value = marks.value.slice(0, -1)
}
const measuring = useAction(
  () =>
    request(
      api.POST('/api/outlines/trace', {
        body: {
          points: points.value,
          marks: marks.value,
          apart: apart.value,
          system: preferences.system,
        },
      }),
    ),
  { done: (found) => emit('traced', found as Outline) },
)
const trouble = computed(() => blind.value || measuring.trouble.value)
const dot = computed(() => Math.max(...size.value) / 160)
</script>

<template>
  <div class="trace">
    <p role="status">{{ does }}</p>
    <p class="tools">
      <FilePick label="Choose a photograph" accept="image/*" @pick="open" />
      <label v-if="picture" class="apart small"
        >The marks are <InputText v-model="apart" class="figures" maxlength="40" /> apart</label
      >
      <ActionButton v-if="marks.length" @click="back">One back</ActionButton>
      <ActionButton @click="emit('close')">Give up</ActionButton>
    </p>
    <svg v-if="picture" ref="box" :viewBox="`0 0 ${size[0]} ${size[1]}`" @click="press">
      <image :href="picture" :width="size[0]" :height="size[1]" />
      <polygon :points="points.map((p) => p.join(',')).join(' ')" :stroke-width="dot / 2" />
      <circle v-for="([x, y], i) in points" :key="i" :cx="x" :cy="y" :r="dot / 1.6" />
      <g v-for="([x, y], i) in marks" :key="`m${i}`" class="mark" :stroke-width="dot / 3">
        <path :d="`M${x - dot * 2} ${y}H${x + dot * 2}M${x} ${y - dot * 2}V${y + dot * 2}`" />
      </g>
    </svg>
    <p v-if="trouble" class="fault" role="alert">✕ {{ trouble }}</p>
    <Button label="Measure it" :disabled="points.length < 3" @click="measuring.act()" />
  </div>
</template>

<style scoped>
.trace {
  display: grid;
  gap: var(--s2);
  justify-items: start;
}

.apart input {
  width: 7rem;
}

svg {
  width: 100%;
  max-height: 28.75rem;
  border: var(--line) solid var(--rule);
  cursor: crosshair;
}

polygon {
  fill: var(--glass);
  fill-opacity: 0.35;
  stroke: var(--glass-deep);
}

circle {
  fill: var(--glass-deep);
}

.mark path {
  stroke: var(--note);
}
</style>
