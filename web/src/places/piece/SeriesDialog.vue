<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import { computed, ref } from 'vue'

import type { Piece } from '../../api/types'
import PieceField from '../../components/PieceField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import { useStageActs } from '../../composables/useStageActs'
import TextField from '../../kit/TextField.vue'

/** How many alike, by when, and how the series is parted into firings. */
const shown = defineModel<boolean>({ required: true })
const props = defineProps<{ piece: Piece }>()
const context = usePiece()
const acts = useStageActs(() => props.piece)
const per = ref(String(props.piece.stage.cradle.owned || Math.min(3, Math.max(1, props.piece.makes - 1))))
const draft = (path: string) => context.drafts[path]
const whole = (text: string) => (/^\s*\d+\s*$/.test(text) ? Number(text) : text)
const set = (path: string, value: unknown, label: string) => context.change([{ path, value }], label)
const FIELDS = computed(() => [
  { path: 'alike', label: 'How many alike', value: String(props.piece.alike), hint: '1 to 200' },
  ...(props.piece.alike > 1
    ? [
        {
          path: `${STAGE}.copies`,
          label: 'This stage makes',
          value: String(props.piece.makes),
          hint: 'of the series',
        },
        {
          path: `${STAGE}.cradle.owned`,
          label: 'Moulds of this you have',
          value: String(props.piece.stage.cradle.owned || ''),
          hint: 'empty: not said',
        },
      ]
    : []),
])
const shownOf = (field: { path: string; value: string }) => String(draft(field.path)?.value ?? field.value)
async function part() {
  if (await acts.part(Number(per.value))) shown.value = false
}
</script>

<template>
  <Dialog
    v-model:visible="shown"
    modal
    header="How many, and by when"
    :style="{ width: '34rem', maxWidth: '96vw' }"
  >
    <div class="series">
      <TextField
        v-for="field in FIELDS"
        :key="field.path"
        :label="field.label"
        :hint="field.hint"
        :value="shownOf(field)"
        :path="field.path"
        :most="6"
        :fault="draft(field.path)?.message"
        @commit="(text) => set(field.path, text.trim() ? whole(text) : 0, field.label.toLowerCase())"
      />
      <TextField
        label="Done by"
        hint="year-month-day"
        placeholder="no day"
        path="due"
        :value="String(draft('due')?.value ?? piece.due)"
        :most="10"
        :fault="draft('due')?.message"
        @commit="(text) => set('due', text.trim(), 'due')"
      />
      <PieceField path="bench" label="On the bench before it" hint="cold work, glue, drying" />
      <form v-if="piece.makes > 1" class="part" @submit.prevent="part">
        <TextField label="So many to a firing" :value="per" :most="3" @commit="(text) => (per = text)" />
        <Button type="submit" variant="outlined" label="Part it into rounds" />
        <p v-if="acts.trouble.value" class="fault" role="alert">✕ {{ acts.trouble.value }}</p>
      </form>
      <div class="go"><Button label="Close" @click="shown = false" /></div>
    </div>
  </Dialog>
</template>

<style scoped>
.series,
.part {
  display: grid;
  gap: var(--s2);
}

.part {
  justify-items: start;
}
</style>
