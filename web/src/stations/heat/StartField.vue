<script setup lang="ts">
import InputText from 'primevue/inputtext'
import SelectButton from 'primevue/selectbutton'
import { computed, ref, useId, watch } from 'vue'

import type { Piece } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'
import { ActionButton } from '../../kit/ActionButton'
import { localNow, localZone } from '../../logic/localTime'

/** When it starts, or by when it shall be open; and the calendar that follows from it. */
const props = defineProps<{ piece: Piece }>()
const context = usePiece()
const preferences = usePreferences()
const id = useId()
const heat = computed(() => props.piece.stage.heat)
const moment = ref('')
watch(
  () => heat.value.starts_at,
  (to) => (moment.value = to),
  { immediate: true },
)
const plan = computed(() => props.piece.plan.heat)
const isPast = computed(
  () => !!plan.value && new Date(plan.value.starts_at).getTime() < Date.now() - 15 * 60_000,
)
const fault = computed(() => context.drafts[`${STAGE}.heat.starts_at`]?.message)
const set = (name: string, value: unknown, label: string) =>
  context.change([{ path: `${STAGE}.heat.${name}`, value }], label)
function keep() {
  if (moment.value !== heat.value.starts_at) void set('starts_at', moment.value, 'start')
}
const startNow = () =>
  context.change(
    [
      { path: `${STAGE}.heat.ready_by`, value: false },
      { path: `${STAGE}.heat.starts_at`, value: localNow(new Date()) },
      { path: `${STAGE}.heat.time_zone`, value: localZone() },
    ],
    'start',
  )
const WAYS = [
  { key: false, name: 'start' },
  { key: true, name: 'ready by' },
]
</script>

<template>
  <div class="start">
    <SelectButton
      :model-value="!!heat.ready_by"
      :options="WAYS"
      option-label="name"
      option-value="key"
      :allow-empty="false"
      aria-label="Start at, or be ready by"
      @update:model-value="(v: boolean) => set('ready_by', v, v ? 'ready by' : 'start at')"
    />
    <InputText
      :id="id"
      v-model="moment"
      type="datetime-local"
      class="figures"
      :aria-label="heat.ready_by ? `Ready by, ${heat.time_zone}` : `Starts, ${heat.time_zone}`"
      @blur="keep"
      @keydown.enter="($event.target as HTMLInputElement).blur()"
    />
    <span v-if="fault" class="fault" role="alert">✕ {{ fault }}</span>
  </div>
  <p class="small">
    <template v-if="plan && heat.ready_by"
      >Start it <b>{{ preferences.pick(plan.starts).text }}</b>.
    </template>
    <template v-if="isPast">This start has passed. </template>
    <template v-for="visit in plan?.visits ?? []" :key="visit.key">
      {{ visit.is_awake ? '' : '☾ At night: ' }}{{ visit.name }}, {{ preferences.pick(visit.at).text }}.
    </template>
    <MessageText v-if="plan?.visit_help" :said="plan.visit_help" />
  </p>
  <p class="now">
    <ActionButton @click="startNow">Start now</ActionButton>
  </p>
</template>

<style scoped>
.start {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s1) var(--s3);
  align-items: center;
  min-height: var(--row);
}

.start :deep(.p-togglebutton) {
  font-size: var(--f2);
  white-space: nowrap;
  padding-inline: var(--s2);
}

.start input {
  font-family: var(--mono);
  font-size: var(--f2);
  flex: 1 1 12.2rem;
}

.now {
  display: flex;
  gap: var(--s4);
  justify-content: flex-end;
  align-items: baseline;
  border-bottom: var(--line) solid var(--rule);
}

.fault {
  grid-column: 1 / -1;
  color: var(--note);
  font-weight: 600;
  font-size: var(--f2);
}
</style>
