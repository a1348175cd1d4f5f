<script setup lang="ts">
import Button from 'primevue/button'
import ProgressBar from 'primevue/progressbar'
import { computed, defineAsyncComponent, ref } from 'vue'

import type { MeshFile, Piece } from '../../api/types'
import { sendMesh, takeRoom } from '../../api/meshes'
import { ActionButton } from '../../kit/ActionButton'
import ChoiceField from '../../kit/ChoiceField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'
import type { CradleDocument } from './methods'
import { useAction } from '../../kit/useAction'
import FilePick from '../../kit/FilePick.vue'
import Slide from '../../kit/Slide.vue'
import Making from '../../kit/Making.vue'

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

const reading = useAction(
  (chosen: File) =>
    sendMesh(chosen, (share) => tell(share, share < 1 ? 'sending the file' : 'looking at it')),
  {
    done: (found) => {
      file.value = found
      role.value = found.found.role
      unit.value = found.found.unit
      largest.value = false
    },
    ended: () => (done.value = null),
  },
)
function choose(chosen: File) {
  taking.forget()
  file.value = null
  void reading.act(chosen)
}

const taking = useAction(
  async (one: MeshFile) => {
    tell(0, 'beginning')
    const found = await takeRoom(
      one.id,
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
    if (!saved) throw new Error(context.trouble.value || 'It was not taken; see above.')
  },
  { done: () => (file.value = null), ended: () => (done.value = null) },
)
const trouble = computed(() => reading.trouble.value || taking.trouble.value)
const use = () => file.value && taking.act(file.value)
// a mesh is always a room that is filled, and so has a section
const section = computed(() => props.piece.plan.section!)
const perMille = computed(() =>
  Math.round(((preview.value ?? section.value.line_m) / section.value.brim_m) * 1000),
)
const slid = (to: number) => (to / 1000) * section.value.brim_m
async function fillTo(to: number) {
  const line = Math.floor(slid(to) * 1e5) / 100
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
      :source="`/api/solids/${solid.solid_id}/view`"
      :level-m="preview ?? section.glass_m"
    />
    <Making
      ><label v-if="solid?.solid_id" class="slider small"
        >Casting line
        <Slide
          :model-value="perMille"
          name="Casting line"
          :low="1"
          :high="1000"
          @move="(to) => (preview = slid(to))"
          @rest="fillTo" /></label
    ></Making>
    <p class="tools">
      <FilePick
        :label="solid ? 'Another file' : 'Choose a file (STL, OBJ, PLY, 3MF, GLB)'"
        accept=".stl,.obj,.ply,.3mf,.glb"
        @pick="choose"
      />
      <ActionButton v-if="solid" @click="leave">Back to sizes</ActionButton>
      <ActionButton v-else @click="emit('close')">Give up</ActionButton>
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
  gap: var(--s2);
}

.tools {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s1) var(--s4);
}

.slider {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: var(--s3);
  align-items: center;
  min-height: var(--s8);
}

.slider input {
  accent-color: var(--glass-deep);
}
</style>
