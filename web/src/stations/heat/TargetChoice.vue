<script setup lang="ts">
import SelectButton from 'primevue/selectbutton'
import { computed } from 'vue'

import type { Piece } from '../../api/types'
import PieceField from '../../components/PieceField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'
import { useLooking } from '../../kit/looking'

/** How much strain may stay in the glass, and what each target costs in time. */
const looking = useLooking()
const props = defineProps<{ piece: Piece }>()
const context = usePiece()
const preferences = usePreferences()
const heat = computed(() => props.piece.stage.heat)
const targets = computed(() => props.piece.plan.heat?.targets ?? [])
// those not chosen are not run through the glass for themselves
const about = (t: (typeof targets.value)[0]) => `${t.is_about ? '≈ ' : ''}${preferences.pick(t.total).text}`

function choose(value: string | null) {
  if (value && value !== heat.value.target)
    void context.change([{ path: `${STAGE}.heat.target`, value }], 'strain target')
}
</script>

<template>
  <div class="targets">
    <SelectButton
      :disabled="looking"
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
  </div>
</template>

<style scoped>
.target {
  display: grid;
  justify-items: center;
  line-height: 1.2;
}

.target .figures {
  font-size: var(--f1);
}

.targets :deep(.p-selectbutton) {
  display: grid;
  grid-template-columns: repeat(5, minmax(0, 1fr));
}

.targets :deep(.p-togglebutton),
.targets :deep(.p-togglebutton-content) {
  padding-inline: var(--s0);
}
</style>
