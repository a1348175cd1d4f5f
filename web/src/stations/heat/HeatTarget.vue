<script setup lang="ts">
import SelectButton from 'primevue/selectbutton'
import { computed } from 'vue'

import type { Piece } from '../../api/types'
import FigureRow from '../../components/FigureRow.vue'
import PieceField from '../../components/PieceField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'

/** How much strain may stay in the glass, what that costs in time, and the soak by both schools. */
const props = defineProps<{ piece: Piece }>()
const context = usePiece()
const preferences = usePreferences()
const heat = computed(() => props.piece.stage.heat)
const targets = computed(() => props.piece.plan.heat?.targets ?? [])
const ROWS = ['soak_thumb', 'soak_physics', 'residual_stress', 'moved', 'energy'] as const
// those not chosen are not run through the glass for themselves
const about = (t: (typeof targets.value)[0]) => `${t.is_about ? '≈ ' : ''}${preferences.pick(t.total).text}`

function choose(value: string | null) {
  if (value && value !== heat.value.target)
    void context.change([{ path: `${STAGE}.heat.target`, value }], 'strain target')
}
</script>

<template>
  <section aria-label="Strain target">
    <SelectButton
      :model-value="heat.target"
      :options="['gentle', 'usual', 'quick', 'table', 'own']"
      aria-label="Strain target"
      @update:model-value="choose"
    >
      <template #option="{ option }">
        <span class="target"
          >{{ option === 'table' ? 'by table' : option }}
          <span class="figures">{{
            targets.find((t) => t.key === option) ? about(targets.find((t) => t.key === option)!) : ''
          }}</span></span
        >
      </template>
    </SelectButton>
    <p v-if="heat.target === 'table'" class="small quiet">
      By the handbook’s table of thick slabs: soak two hours for each
      {{ preferences.system === 'metric' ? '12 mm' : 'half inch' }}, then its three rates, as they stand.
    </p>
    <PieceField
      v-if="heat.target === 'own'"
      path="heat.own_target"
      label="Tension left in the heart"
      figure="anneal_rate"
    />
    <FigureRow v-for="key in ROWS" :key="key" :figure="piece.plan.figures[key]" />
  </section>
</template>

<style scoped>
.target {
  display: grid;
  justify-items: center;
  line-height: 1.2;
}

.target .figures {
  font-size: 0.72rem;
}

section :deep(.p-selectbutton) {
  display: grid;
  grid-template-columns: repeat(5, minmax(0, 1fr));
}

section :deep(.p-togglebutton),
section :deep(.p-togglebutton-content) {
  padding-inline: 2px;
}
</style>
