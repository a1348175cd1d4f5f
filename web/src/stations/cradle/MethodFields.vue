<script setup lang="ts">
import SelectButton from 'primevue/selectbutton'
import { computed } from 'vue'

import type { Piece } from '../../api/types'
import PieceField from '../../components/PieceField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import { ActionButton } from '../../kit/ActionButton'
import { READINGS, REPEATED, type CradleDocument } from './methods'
import { useLooking } from '../../kit/looking'

/** The readings of the chosen way of measuring, and the same reading taken again. */
const looking = useLooking()
const props = defineProps<{ piece: Piece; cradle: CradleDocument }>()
const context = usePiece()
const measured = [{ path: 'cradle.measured', value: true }]
const method = computed(() => props.cradle.method ?? 'shape')
const fields = computed(() => READINGS[method.value] ?? [])
const readings = computed((): { again?: string[]; fall?: string; mass?: string } =>
  method.value === 'shape' ? {} : (props.cradle[method.value] ?? {}),
)
const again = computed(() => readings.value.again ?? [])
const isWater = computed(() => ['level', 'drained', 'trial'].includes(method.value))

const setAgain = (to: string[], label: string) =>
  context.change([{ path: `${STAGE}.cradle.${method.value}.again`, value: to }], label)
// a further reading begins as the first one stood, to be typed over
const more = () =>
  setAgain([...again.value, readings.value.fall ?? readings.value.mass ?? ''], 'a reading more')
</script>

<template>
  <div>
    <PieceField
      v-for="field in fields"
      :key="field.path"
      :path="`cradle.${field.path}`"
      :label="field.label"
      :hint="field.hint"
      figure="cradle_volume"
      :placeholder="field.path === 'model.dipped' ? 'not hung' : undefined"
      :alongside="field.counts ? measured : undefined"
    />
    <template v-if="REPEATED[method]">
      <PieceField
        v-for="(_, index) in again"
        :key="index"
        :path="`cradle.${method}.again.${index}`"
        :label="`${REPEATED[method]}, reading ${index + 2}`"
        figure="cradle_volume"
      />
      <p class="more">
        <ActionButton v-if="again.length < 9" @click="more">Read it again</ActionButton>
        <ActionButton v-if="again.length" @click="setAgain(again.slice(0, -1), 'a reading less')">
          Drop the last reading
        </ActionButton>
      </p>
    </template>
    <div v-if="isWater" class="soaked">
      <span :id="`soaked-${piece.id}`">Mould is soaked through</span>
      <SelectButton
        :disabled="looking"
        :model-value="cradle.soaked !== false"
        :options="[
          { key: true, name: 'yes' },
          { key: false, name: 'no' },
        ]"
        option-label="name"
        option-value="key"
        :aria-labelledby="`soaked-${piece.id}`"
        @update:model-value="
          (value: boolean | null) =>
            value !== null && context.change([{ path: `${STAGE}.cradle.soaked`, value }], 'soaked through')
        "
      />
    </div>
  </div>
</template>

<style scoped>
.soaked {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 8.6rem 5.2rem;
  gap: var(--s3);
  align-items: center;
  min-height: var(--row);
  border-bottom: var(--line) solid var(--rule);
}

.more {
  display: flex;
  gap: var(--s4);
  padding: var(--s2) 0;
}
</style>
