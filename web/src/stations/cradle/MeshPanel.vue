<script setup lang="ts">
import Button from 'primevue/button'
import ProgressBar from 'primevue/progressbar'
import { computed, defineAsyncComponent, ref } from 'vue'

import type { MeshFile, Piece } from '../../api/types'
import { picked } from '../../api/files'
import { sendMesh, takeRoom } from '../../api/meshes'
import ChoiceField from '../../components/ChoiceField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'
import type { CradleDocument } from './methods'

const MeshView = defineAsyncComponent(() => import('../../drawing/MeshView.vue'))

/** A cradle from a file: what is in it, what unit and what way up, and then its room. */
const props = defineProps<{ cradle: CradleDocument; piece: Piece }>()
const emit = defineEmits<{ close: [] }>()
const context = usePiece()
const preferences = usePreferences()
const file = ref<MeshFile | null>(null)
const role = ref('cavity')
const unit = ref('mm')
const up = ref('z')
const largest = ref(false)
const done = ref<number | null>(null)
const doing = ref('')
const trouble = ref('')
const mended = ref<string[]>([])
const preview = ref<number | null>(null)

const solid = computed(() => props.cradle.solid)
const size = computed(() =>
  (file.value?.sizes[unit.value] ?? []).map((s) => preferences.pick(s).text).join(' × '),
)
const roles = computed(() => Object.entries(file.value?.roles ?? {}).map(([key, name]) => ({ key, name })))
const units = computed(() => (file.value?.units ?? []).map((key) => ({ key, name: key })))
const ups = computed(() => (file.value?.ups ?? []).map((key) => ({ key, name: key })))
const tell = (share: number, words: string) => {
  done.value = Math.round(share * 100)
  doing.value = words
}

async function choose(event: Event) {
  const chosen = picked(event)
  if (!chosen) return
  trouble.value = ''
  file.value = null
  try {
    file.value = await sendMesh(chosen, (share) =>
      tell(share, share < 1 ? 'sending the file' : 'looking at it'),
    )
    role.value = file.value.found.role
    unit.value = file.value.found.unit
    largest.value = false
  } catch (error) {
    trouble.value = (error as Error).message
  }
  done.value = null
}

async function use() {
  if (!file.value) return
  trouble.value = ''
  tell(0, 'beginning')
  try {
    const found = await takeRoom(
      file.value.id,
      { role: role.value, unit: unit.value, up: up.value, largest_only: largest.value },
      tell,
    )
    mended.value = found.mended
    const z = found.solid.z_m
    const brim = z[z.length - 1]! * 1000
    // a piece is filled to its top; a mould to the line that is then drawn, at first a tenth below its brim
    const line = role.value === 'model' ? brim : brim * 0.9
    const saved = await context.change(
      [
        { path: `${STAGE}.cradle.solid`, value: found.solid },
        { path: `${STAGE}.cradle.line`, value: `${Math.floor(line * 100) / 100} mm` },
        { path: `${STAGE}.cradle.method`, value: 'shape' },
        { path: `${STAGE}.cradle.measured`, value: true },
      ],
      'shape from a file',
    )
    if (saved) file.value = null
    else trouble.value = context.trouble.value || 'It was not taken; see above.'
  } catch (error) {
    trouble.value = (error as Error).message
  }
  done.value = null
}
// a mesh is always a room that is filled, and so has a section
const section = computed(() => props.piece.plan.section!)
const slid = (event: Event) =>
  (Number((event.target as HTMLInputElement).value) / 1000) * section.value.brim_m
const slide = (event: Event) => (preview.value = slid(event))
async function fillTo(event: Event) {
  const line = Math.floor(slid(event) * 1e5) / 100
  await context.change([{ path: `${STAGE}.cradle.line`, value: `${line} mm` }], 'casting line')
  preview.value = null
}
const leave = () =>
  context.change(
    [
      { path: `${STAGE}.cradle.solid`, value: null },
      { path: `${STAGE}.cradle.line`, value: '5 mm' },
    ],
    'sizes again',
  )
</script>

<template>
  <div class="mesh">
    <p v-if="solid" class="small">From {{ solid.name }}. Drag to turn it.</p>
    <MeshView
      v-if="solid?.solid_id"
      :key="solid.solid_id"
      :solid-id="solid.solid_id"
      :level-m="preview ?? section.glass_m"
    />
    <label v-if="solid?.solid_id" class="slider small"
      >Casting line
      <input
        type="range"
        min="1"
        :max="1000"
        :value="Math.round(((preview ?? section.line_m) / section.brim_m) * 1000)"
        aria-label="Casting line"
        @input="slide"
        @change="fillTo"
    /></label>
    <p class="tools">
      <label class="text-button file"
        >{{ solid ? 'Another file' : 'Choose a file (STL, OBJ, PLY, 3MF, GLB)'
        }}<input type="file" accept=".stl,.obj,.ply,.3mf,.glb" @change="choose"
      /></label>
      <button v-if="solid" type="button" class="text-button" @click="leave">Back to sizes</button>
      <button v-else type="button" class="text-button" @click="emit('close')">Give up</button>
    </p>
    <div v-if="done !== null" class="progress">
      <ProgressBar :value="done" :show-value="false" :aria-label="doing" /><span class="small" role="status"
        >{{ doing }} …</span
      >
    </div>
    <p v-if="trouble" class="fault" role="alert">✕ {{ trouble }}</p>
    <div v-if="file && done === null">
      <p class="small">{{ file.found.triangles.toLocaleString('en-GB') }} triangles in {{ file.name }}.</p>
      <p v-for="remark in file.found.remarks" :key="remark" class="margin-note">{{ remark }}</p>
      <ChoiceField label="It shows" :value="role" :options="roles" @choose="(key: string) => (role = key)" />
      <ChoiceField
        label="Drawn in"
        :hint="size"
        :value="unit"
        :options="units"
        @choose="(key: string) => (unit = key)"
      />
      <ChoiceField label="Upwards is" :value="up" :options="ups" @choose="(key: string) => (up = key)" />
      <ChoiceField
        v-if="file.found.bodies > 1"
        label="Bodies"
        :value="largest"
        :options="[
          { key: false, name: `all ${file.found.bodies} together` },
          { key: true, name: 'only the largest' },
        ]"
        @choose="(key: boolean) => (largest = key)"
      />
      <Button label="Use it as the cradle" @click="use" />
    </div>
    <p v-for="words in mended" :key="words" class="margin-note">{{ words }}</p>
  </div>
</template>

<style scoped>
.mesh,
.progress {
  display: grid;
  gap: 6px;
}

.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}

.slider {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 12px;
  align-items: center;
  min-height: 40px;
}

.slider input {
  accent-color: var(--glass-deep);
}

.file input {
  position: absolute;
  width: 1px;
  height: 1px;
  clip-path: inset(50%);
}

.fault {
  color: var(--note);
  font-weight: 600;
}
</style>
