<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import { computed, ref } from 'vue'

import { api, request } from '../../../api/client'
import { picked, sendFile } from '../../../api/files'
import type { Drawing, Outline } from '../../../api/types'
import { STAGE, usePiece } from '../../../composables/usePiece'
import { usePreferences } from '../../../composables/usePreferences'
import type { Ring } from '../../../logic/rings'
import OutlineEditor from './OutlineEditor.vue'
import PhotoTrace from './PhotoTrace.vue'

/** Draw an outline, read it from a drawing, or trace it on a photograph; then use it in the piece. */
const shown = defineModel<boolean>({ required: true })
const props = defineProps<{ path: string; rings: number[][][] }>()
const context = usePiece()
const preferences = usePreferences()
const rings = ref<Ring[]>(props.rings.map((ring) => ring.map(([x, y]): [number, number] => [x!, y!])))
const made = ref('by points')
const found = ref<Outline | null>(null)
const drawing = ref<Drawing | null>(null)
const trouble = ref('')
const traces = ref(false)
const facts = computed(() =>
  found.value
    ? ([
        ['Area', found.value.area],
        ['Edge', found.value.perimeter],
        ['Across', found.value.across],
        ['Deep', found.value.deep],
        ['Narrowest place', found.value.narrowest],
      ] as const)
    : [],
)

let turn = 0
async function measure(next: Ring[], how?: string) {
  rings.value = next
  if (how) made.value = how
  const mine = ++turn
  try {
    const measured = await request(
      api.POST('/api/outlines/measure', { body: { rings: next, scale: '100 %' } }),
    )
    if (mine !== turn) return
    found.value = measured as Outline
    trouble.value = ''
  } catch (error) {
    if (mine === turn) {
      found.value = null
      trouble.value = (error as Error).message
    }
  }
}
void measure(rings.value)

async function readDrawing(event: Event) {
  const file = picked(event)
  if (!file) return
  try {
    drawing.value = await sendFile<Drawing>('/api/outlines/svg', file)
    void take(0)
  } catch (error) {
    trouble.value = (error as Error).message
  }
}
const take = (which: number) => measure(drawing.value!.outlines[which]!.rings as Ring[], 'from a drawing')
const traced = (outline: Outline) => {
  traces.value = false
  void measure(outline.rings as Ring[], 'from a photograph')
}

async function use() {
  const path = `${STAGE}.${props.path}`
  const done = await context.change(
    [
      { path, value: { made: made.value, rings: rings.value } },
      { path: `${STAGE}.cradle.measured`, value: true },
    ],
    'outline',
  )
  if (done) shown.value = false
  else trouble.value = context.drafts[path]?.message ?? context.trouble.value
}
</script>

<template>
  <Dialog v-model:visible="shown" modal header="Outline" :style="{ width: '68rem', maxWidth: '98vw' }">
    <PhotoTrace v-if="traces" @traced="traced" @close="traces = false" />
    <template v-else>
      <div class="ways">
        <label class="text-button file"
          >Read a drawing (SVG)<input type="file" accept=".svg,image/svg+xml" @change="readDrawing"
        /></label>
        <button type="button" class="text-button" @click="traces = true">Trace a photograph</button>
      </div>
      <div v-if="drawing" class="found small">
        <p v-if="!drawing.has_units" class="margin-note">
          This drawing does not say how large it is; 96 units were taken as an inch. Check “Across” below, and
          use the scale if it is not right.
        </p>
        <p v-for="remark in drawing.remarks" :key="remark" class="margin-note">{{ remark }}</p>
        <p v-if="drawing.outlines.length > 1" class="choices">
          <button
            v-for="(outline, i) in drawing.outlines"
            :key="i"
            type="button"
            class="text-button"
            @click="take(i)"
          >
            {{ outline.name }}, {{ preferences.pick(outline.across).text }}
          </button>
        </p>
      </div>
      <OutlineEditor :rings="rings" @change="(next) => measure(next)" />
      <dl>
        <div v-for="[name, value] in facts" :key="name">
          <dt class="quiet small">{{ name }}</dt>
          <dd class="figures">{{ preferences.pick(value).text }}</dd>
        </div>
      </dl>
      <p v-if="trouble" class="fault" role="alert">✕ {{ trouble }}</p>
    </template>
    <template #footer>
      <Button variant="outlined" label="Leave it as it was" @click="shown = false" />
      <Button label="Use this outline" :disabled="!found || traces" @click="use" />
    </template>
  </Dialog>
</template>

<style scoped>
.ways,
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  padding-bottom: 8px;
}

.file input {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}

.file:focus-within {
  outline: 2px solid var(--note);
}

dl {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 28px;
  margin: 10px 0 0;
}

dd {
  margin: 0;
}

.fault {
  color: var(--note);
  font-weight: 600;
}
</style>
