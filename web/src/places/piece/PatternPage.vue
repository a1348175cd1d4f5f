<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import SelectButton from 'primevue/selectbutton'
import { computed, ref } from 'vue'

import { api, request } from '../../api/client'
import { saveAs, send } from '../../api/files'
import type { Pattern } from '../../api/types'
import LoadState from '../../kit/LoadState.vue'
import { providePiece } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'
import PatternSheet from './PatternSheet.vue'
import { keyOf } from '../../kit/keys'
import { useAction } from '../../kit/useAction'

/** An outline over sheets of paper at 1 : 1, to print or to save. */
const props = defineProps<{ id: number; stage: string; part: number | 'blank' }>()
const { piece, query } = providePiece(props.id, props.stage)
const preferences = usePreferences()
const paper = ref<'A4' | 'Letter'>('A4')
const enlarged = ref('')
const cradle = computed(() => piece.value?.stage.cradle)
// a blank is printed as it lies before the heat; a part of a cradle by its outline
const blank = computed(() => {
  const body = piece.value?.plan.sketch?.plan.find((b) => b.matter === 'glass')
  const rings = body?.rings.slice(0, 1).map((ring) => ring.map(([x, y]) => [x! * 1e3, y! * 1e3]))
  return rings && { outline: { rings }, scale: '100 %' }
})
const part = computed(() => {
  if (props.part === 'blank') return blank.value
  const one = cradle.value?.parts[props.part]
  return one?.shape === 'prism' ? one : undefined
})
const scale = computed(() => enlarged.value.trim() || String(part.value?.scale ?? '100 %'))
const body = computed(() => ({
  rings: (part.value?.outline?.rings ?? []) as [number, number][][],
  scale: scale.value,
  paper: paper.value,
  title: `${piece.value?.name ?? ''}, ${cradle.value?.name ?? ''}`.slice(0, 180),
}))
const pattern = useQuery({
  queryKey: keyOf('pattern', body),
  queryFn: () => request(api.POST('/api/outlines/pattern', { body: body.value })),
  enabled: computed(() => !!part.value?.outline),
  retry: false,
})
const laid = computed(() => pattern.data.value as Pattern | undefined)
const print = () => window.print()

const saving = useAction(() => send('/api/outlines/file', JSON.stringify(body.value), 'application/json'), {
  done: async (answer) => saveAs('pattern.svg', await answer.blob()),
})
const { trouble } = saving
</script>

<template>
  <main class="pattern">
    <header class="screen">
      <RouterLink
        :to="{ name: 'piece', params: { id, station: props.part === 'blank' ? 'layup' : 'cradle' } }"
        >Back to the piece</RouterLink
      >
      <SelectButton v-model="paper" :options="['A4', 'Letter']" :allow-empty="false" aria-label="Paper" />
      <label class="small"
        >Scale
        <InputText
          v-model.lazy="enlarged"
          class="figures"
          :placeholder="String(part?.scale ?? '100 %')"
          maxlength="20"
      /></label>
      <Button label="Print" :disabled="!laid" @click="print" />
      <Button variant="outlined" label="Save as SVG" :disabled="!laid" @click="saving.act()" />
      <span class="small quiet"
        >Print at 100 %, without “fit to page”. Then lay a rule on the bar: it is 100 mm.</span
      >
    </header>
    <p v-if="trouble" class="margin-note" role="alert">{{ trouble }}</p>
    <LoadState
      v-if="!piece"
      :is-loading="query.isPending.value"
      :error="query.error.value"
      @again="query.refetch()"
    />
    <p v-else-if="pattern.error.value" class="margin-note" role="alert">{{ pattern.error.value.message }}</p>
    <p v-else-if="!part?.outline" class="margin-note">There is no outline here.</p>
    <template v-else-if="laid">
      <p class="screen small">
        {{ preferences.pick(laid.across).text }} × {{ preferences.pick(laid.deep).text }}, on
        {{ laid.sheets.length }} {{ laid.sheets.length === 1 ? 'sheet' : 'sheets' }}.
      </p>
      <div class="sheets">
        <PatternSheet
          v-for="(sheet, i) in laid.sheets"
          :key="i"
          :pattern="laid"
          :sheet="sheet"
          :number="i + 1"
          :title="body.title"
        />
      </div>
    </template>
  </main>
</template>

<style scoped>
.pattern {
  padding: var(--s4) var(--s5);
  display: grid;
  gap: var(--s3);
}

header {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s3) var(--s4);
  align-items: center;
}

header :deep(.p-selectbutton) {
  min-width: 9rem;
}

header input {
  width: 7rem;
}

.sheets {
  display: grid;
  gap: var(--s4);
  justify-items: start;
}

@media print {
  .screen {
    display: none;
  }

  .pattern {
    padding: 0;
    display: block;
  }

  .sheets {
    display: block;
  }
}
</style>
<style>
/* named, so that other things are printed on pages of their own */
@page a4-upright {
  size: 210mm 297mm;
  margin: 0;
}

@page a4-lying {
  size: 297mm 210mm;
  margin: 0;
}

@page letter-upright {
  size: 215.9mm 279.4mm;
  margin: 0;
}

@page letter-lying {
  size: 279.4mm 215.9mm;
  margin: 0;
}
</style>
