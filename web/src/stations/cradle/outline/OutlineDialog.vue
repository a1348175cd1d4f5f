<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import { computed, ref } from 'vue'

import { api, request } from '../../../api/client'
import { sendFile } from '../../../api/files'
import type { Drawing, Outline } from '../../../api/types'
import { STAGE, usePiece } from '../../../composables/usePiece'
import { usePreferences } from '../../../composables/usePreferences'
import { ActionButton } from '../../../kit/ActionButton'
import type { Ring } from '../../../logic/rings'
import OutlineEditor from './OutlineEditor.vue'
import PhotoTrace from './PhotoTrace.vue'
import { useAction } from '../../../kit/useAction'
import FilePick from '../../../kit/FilePick.vue'

/** Draw an outline, read it from a drawing, or trace it on a photograph; then use it in the piece. */
const shown = defineModel<boolean>({ required: true })
const props = defineProps<{ path: string; rings: number[][][] }>()
const context = usePiece()
const preferences = usePreferences()
const rings = ref<Ring[]>(props.rings.map((ring) => ring.map(([x, y]): [number, number] => [x!, y!])))
const made = ref('by points')
const found = ref<Outline | null>(null)
const drawing = ref<Drawing | null>(null)
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
const measuring = useAction(
  async (next: Ring[]) => {
    const mine = (turn += 1)
    const one = { body: { rings: next, scale: '100 %' } }
    const measured = (await request(api.POST('/api/outlines/measure', one))) as Outline
    return { mine, measured }
  },
  {
    scope: 'outline',
    done: ({ mine, measured }) => {
      if (mine === turn) found.value = measured
    },
    failed: () => (found.value = null),
  },
)
const trouble = computed(() => reading.trouble.value || measuring.trouble.value || using.trouble.value)
function measure(next: Ring[], how?: string) {
  rings.value = next
  if (how) made.value = how
  return measuring.act(next)
}

const reading = useAction((file: File) => sendFile<Drawing>('/api/outlines/svg', file), {
  done: (read) => {
    drawing.value = read
    void take(0)
  },
})
const take = (which: number) => measure(drawing.value!.outlines[which]!.rings as Ring[], 'from a drawing')
const traced = (outline: Outline) => {
  traces.value = false
  void measure(outline.rings as Ring[], 'from a photograph')
}

const using = useAction(
  async () => {
    const path = `${STAGE}.${props.path}`
    const done = await context.change(
      [
        { path, value: { made: made.value, rings: rings.value } },
        { path: `${STAGE}.cradle.measured`, value: true },
      ],
      'outline',
    )
    if (!done) throw new Error(context.drafts[path]?.message ?? context.trouble.value)
  },
  { done: () => (shown.value = false) },
)
void measure(rings.value)
</script>

<template>
  <Dialog v-model:visible="shown" modal header="Outline" :style="{ width: '68rem', maxWidth: '98vw' }">
    <PhotoTrace v-if="traces" @traced="traced" @close="traces = false" />
    <template v-else>
      <div class="ways">
        <FilePick label="Read a drawing (SVG)" accept=".svg,image/svg+xml" @pick="reading.act" />
        <ActionButton @click="traces = true">Trace a photograph</ActionButton>
      </div>
      <div v-if="drawing" class="found small">
        <p v-if="!drawing.has_units" class="margin-note">
          This drawing does not say how large it is; 96 units were taken as an inch. Check “Across” below, and
          use the scale if it is not right.
        </p>
        <p v-for="remark in drawing.remarks" :key="remark" class="margin-note">{{ remark }}</p>
        <p v-if="drawing.outlines.length > 1" class="choices">
          <ActionButton v-for="(outline, i) in drawing.outlines" :key="i" @click="take(i)">
            {{ outline.name }}, {{ preferences.pick(outline.across).text }}
          </ActionButton>
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
      <Button label="Use this outline" :disabled="!found || traces" @click="using.act()" />
    </template>
  </Dialog>
</template>

<style scoped>
.ways,
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2) var(--s4);
  padding-bottom: var(--s2);
}

dl {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2) var(--s6);
  margin: var(--s3) 0 0;
}
</style>
