<script setup lang="ts">
import Checkbox from 'primevue/checkbox'
import { useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'

import { api, request } from '../../api/client'
import type { Cutting } from '../../api/types'
import FindingsList from '../../components/FindingsList.vue'
import LoadState from '../../kit/LoadState.vue'
import MessageText from '../../components/MessageText.vue'
import { providePiece } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'
import CutSheetDrawing from '../../drawing/CutSheetDrawing.vue'
import { keyOf } from '../../kit/keys'
import { useAction } from '../../kit/useAction'
import Making from '../../kit/Making.vue'

/** How the blanks are cut from the sheets on the rack, cut by cut; to print, and to carry out. */
const props = defineProps<{ id: number; stage: string }>()
const { piece, query } = providePiece(props.id, props.stage)
const preferences = usePreferences()
const margin = ref('10 mm')
const isWhole = ref(false)
const stage = computed(() => (isWhole.value ? '' : (piece.value?.stage_key ?? props.stage)))
const plans = useQuery({
  queryKey: computed(() => keyOf('cutting', props.id, stage.value, margin.value, piece.value?.version)),
  queryFn: () =>
    request(
      api.GET('/api/pieces/{piece_id}/layup/cutting', {
        params: {
          path: { piece_id: props.id },
          query: { stage: stage.value, margin: margin.value, system: preferences.system },
        },
      }),
    ),
  enabled: computed(() => !!piece.value),
  retry: false,
  placeholderData: (before) => before,
})
const shown = computed(() => (plans.data.value ?? []) as Cutting[])
const print = () => window.print()

const told = ref('')
const booking = useAction(
  (one: Cutting) =>
    request(
      api.POST('/api/pieces/{piece_id}/layup/cutting', {
        params: { path: { piece_id: props.id } },
        body: {
          kind_id: one.kind_id,
          margin: margin.value,
          stage: stage.value,
          system: preferences.system,
          versions: one.versions,
        },
      }),
    ),
  {
    done: ({ off_cuts: many }) =>
      (told.value = `The sheets are off the rack; ${many} ${many === 1 ? 'off-cut is' : 'off-cuts are'} on it.`),
    failed: () => (told.value = ''),
    ended: () => plans.refetch(),
  },
)
const { trouble } = booking
</script>

<template>
  <main class="cutting">
    <header class="screen">
      <RouterLink :to="{ name: 'piece', params: { id, station: 'layup' } }">Back to the piece</RouterLink>
      <label class="small"
        >Allowance for edges <InputText v-model.lazy="margin" class="figures" maxlength="20"
      /></label>
      <label v-if="(piece?.chain.links.length ?? 0) > 1" class="small tick"
        ><Checkbox v-model="isWhole" binary /> all stages together</label
      >
      <Button label="Print" :disabled="!shown.length" @click="print" />
    </header>
    <LoadState
      v-if="!piece || (plans.isPending.value && !plans.error.value)"
      :is-loading="query.isPending.value || plans.isPending.value"
      :error="query.error.value"
      @again="query.refetch()"
    />
    <p v-else-if="plans.error.value" class="margin-note" role="alert">{{ plans.error.value.message }}</p>
    <template v-else>
      <h1>How {{ piece.name }} is cut</h1>
      <p v-if="!shown.length">
        Nothing new is cut here: its glass is weighed, or comes from an earlier stage.
      </p>
      <p v-if="told" role="status">{{ told }}</p>
      <p v-if="trouble" class="margin-note" role="alert">{{ trouble }}</p>
      <section v-for="one in shown" :key="one.kind_id">
        <h2>{{ one.kind }}, for {{ one.stages.join(', ') }}</h2>
        <p class="answer"><MessageText :said="one.plan.answer" /></p>
        <FindingsList :findings="one.plan.findings" station="glass" />
        <div v-for="sheet in one.plan.sheets" :key="sheet.label" class="sheet">
          <CutSheetDrawing :sheet="sheet" />
          <div>
            <h3>
              Sheet {{ sheet.label }}, {{ preferences.pick(sheet.length).text }} ×
              {{ preferences.pick(sheet.width).text }} <span class="quiet small">{{ sheet.name }}</span>
            </h3>
            <ol>
              <li v-for="cut in sheet.cuts" :key="cut.number"><MessageText :said="cut.says" /></li>
              <li v-for="(step, i) in sheet.then" :key="`t${i}`"><MessageText :said="step" /></li>
            </ol>
            <p v-if="sheet.off_cuts.length" class="small">
              Back to the rack:
              <template v-for="(off, i) in sheet.off_cuts" :key="off.label"
                >{{ i ? ', ' : '' }}<b>{{ off.label }}</b> {{ preferences.pick(off.length).text }} ×
                {{ preferences.pick(off.width).text }}</template
              >.
            </p>
            <p class="small quiet">{{ preferences.pick(sheet.waste).text }} of it is lost.</p>
          </div>
        </div>
        <Making
          ><p v-if="one.plan.sheets.length" class="screen">
            <Button variant="outlined" label="It is cut: book it on the rack" @click="booking.act(one)" />
            <span class="small quiet">Takes the sheets off the rack and puts the off-cuts on it.</span>
          </p></Making
        >
      </section>
      <p class="small">
        Eyes and hands: safety glasses and gloves. Every cut runs from edge to edge; a cut costs no glass.
      </p>
    </template>
  </main>
</template>

<style scoped>
.cutting {
  padding: var(--s4) var(--s5) var(--s8);
  display: grid;
  gap: var(--s3);
  align-content: start;
}

header {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s3) var(--s4);
  align-items: center;
}

header input {
  width: 7rem;
}

.tick input {
  width: auto;
}

h2,
.answer {
  font-size: var(--f5);
}

.sheet {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
  gap: var(--s5);
  padding: var(--s3) 0;
  border-top: var(--line) solid var(--rule);
}

ol {
  padding-left: 1.6rem;
}

@media (max-width: 45em) {
  .sheet {
    grid-template-columns: minmax(0, 1fr);
  }
}

@media print {
  .screen {
    display: none;
  }
}
</style>
