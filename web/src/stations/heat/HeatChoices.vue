<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import InputText from 'primevue/inputtext'
import { computed, ref, useId, watch } from 'vue'

import { api, asked } from '../../api/client'
import type { Piece } from '../../api/types'
import ChoiceField from '../../components/ChoiceField.vue'
import PieceField from '../../components/PieceField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import { localNow, localZone } from '../../logic/localTime'

const props = defineProps<{ piece: Piece }>()
const context = usePiece()
const id = useId()
type Heat = { starts_at: string; zone: string; soak: string; leaves: string }
const heat = computed(() => (props.piece.document as { stages: { heat: Heat }[] }).stages[0]!.heat)
const kilns = useQuery({ queryKey: ['kilns'], queryFn: () => asked(api.GET('/api/kilns')) })
const options = computed(() => (kilns.data.value ?? []).map((k) => ({ key: k.id, name: k.name })))
const start = ref('')
watch(
  () => heat.value.starts_at,
  (to) => (start.value = to),
  { immediate: true },
)
const isPast = computed(
  () =>
    !!props.piece.plan.heat && new Date(props.piece.plan.heat.starts_at).getTime() < Date.now() - 15 * 60_000,
)
const fault = computed(() => context.drafts[`${STAGE}.heat.starts_at`]?.message)

const SOAKS = [
  { key: 'longer', name: 'the longer of both' },
  { key: 'thumb', name: 'rule of thumb' },
  { key: 'physics', name: 'heart and skin agree' },
]
const LEAVES = [
  { key: 'bow', name: 'free to bow a hair' },
  { key: 'held', name: 'held flat by the mould' },
  { key: 'block', name: 'block, all faces free' },
]

const set = (name: string, value: unknown, label: string) =>
  context.change([{ path: `${STAGE}.heat.${name}`, value }], label)
function startAt() {
  if (start.value !== heat.value.starts_at) void set('starts_at', start.value, 'start')
}
const startNow = () =>
  context.change(
    [
      { path: `${STAGE}.heat.starts_at`, value: localNow(new Date()) },
      { path: `${STAGE}.heat.zone`, value: localZone() },
    ],
    'start',
  )
</script>

<template>
  <section aria-label="Choices for the firing">
    <ChoiceField
      label="Kiln"
      :value="piece.kiln_id"
      :options="options"
      @choose="(value: number) => context.change([{ path: `${STAGE}.kiln_id`, value }], 'kiln')"
    />
    <div class="start">
      <label :for="id"
        >Starts <span class="quiet small">{{ heat.zone }}</span></label
      >
      <InputText
        :id="id"
        v-model="start"
        type="datetime-local"
        class="figures"
        @blur="startAt"
        @keydown.enter="($event.target as HTMLInputElement).blur()"
      />
      <span v-if="fault" class="fault" role="alert">✕ {{ fault }}</span>
    </div>
    <p class="now">
      <span v-if="isPast" class="small">This start has passed.</span>
      <button type="button" class="text-button" @click="startNow">Start now</button>
    </p>
    <PieceField path="heat.room" label="Room" figure="opening_temperature" />
    <PieceField
      path="heat.cast_at"
      label="Cast at"
      hint="or leave it empty"
      placeholder="worked out"
      figure="cast_temperature"
    />
    <PieceField
      path="heat.cast_hold"
      label="Hold there"
      hint="or leave it empty"
      placeholder="worked out"
      figure="cast_hold"
    />
    <PieceField path="heat.bubble_hold" label="Bubble soak" figure="bubble_temperature" />
    <ChoiceField
      label="Soak by"
      :value="heat.soak"
      :options="SOAKS"
      @choose="(v: string) => set('soak', v, 'soak school')"
    />
    <ChoiceField
      label="The glass is"
      :value="heat.leaves"
      :options="LEAVES"
      @choose="(v: string) => set('leaves', v, 'how heat leaves')"
    />
  </section>
</template>

<style scoped>
.start {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 14.4rem;
  gap: 10px;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px solid var(--rule);
}

.start input {
  font-family: var(--mono);
  font-size: 0.92rem;
}

.now {
  display: flex;
  gap: 14px;
  justify-content: flex-end;
  align-items: baseline;
}

.fault {
  grid-column: 1 / -1;
  color: var(--note);
  font-weight: 600;
  font-size: 0.88rem;
}

@media (max-width: 420px) {
  .start {
    grid-template-columns: minmax(0, 1fr) 12.6rem;
  }
}
</style>
