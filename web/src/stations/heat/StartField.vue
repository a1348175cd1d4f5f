<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import { computed, ref, useId, watch } from 'vue'

import { api, request } from '../../api/client'
import type { Piece } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'
import { ActionButton } from '../../kit/ActionButton'
import { keyOf } from '../../kit/keys'
import { localNow, localZone, nextHour } from '../../logic/localTime'
import { useLooking } from '../../kit/looking'
import Making from '../../kit/Making.vue'

/** When it starts, or by when it shall be open; and the calendar that follows from it. */
const looking = useLooking()
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
  () => !!plan.value?.starts_at && new Date(plan.value.starts_at).getTime() < Date.now() - 15 * 60_000,
)
const next = computed(() => nextHour(new Date()))
const fault = computed(() => context.drafts[`${STAGE}.heat.starts_at`]?.message)
const set = (name: string, value: unknown, label: string) =>
  context.change([{ path: `${STAGE}.heat.${name}`, value }], label)
function keep() {
  if (moment.value !== heat.value.starts_at) void set('starts_at', moment.value, 'start')
}
type Way = 'none' | 'start' | 'ready'
const way = computed<Way>(() => (heat.value.undated ? 'none' : heat.value.ready_by ? 'ready' : 'start'))
const dated = (ready: boolean, at: string) => [
  { path: `${STAGE}.heat.undated`, value: false },
  { path: `${STAGE}.heat.ready_by`, value: ready },
  { path: `${STAGE}.heat.starts_at`, value: at },
  { path: `${STAGE}.heat.time_zone`, value: localZone() },
]
const startAt = (at: string) => context.change(dated(false, at), 'start')
const startNow = () => startAt(localNow(new Date()))
function choose(to: Way) {
  if (to === 'none') return set('undated', true, 'no start')
  // the first hour that comes, or as long from it as the firing takes and an hour to load
  const hour = nextHour(new Date())
  const late = nextHour(new Date(Date.now() + ((plan.value?.total_s ?? 86_400) + 3600) * 1000))
  if (way.value === 'none')
    return context.change(dated(to === 'ready', to === 'ready' ? late : hour), 'start')
  return set('ready_by', to === 'ready', to === 'ready' ? 'ready by' : 'start at')
}
// what else has the kiln then, and when it is free next: asked for where the time is set
const free = useQuery({
  queryKey: computed(() => keyOf('free', props.piece.firing.id, props.piece.version, heat.value.starts_at)),
  queryFn: () =>
    request(
      api.GET('/api/firings/{firing_id}/free', { params: { path: { firing_id: props.piece.firing.id } } }),
    ),
  enabled: computed(() => props.piece.firing.state === 'planned'),
})
const slot = computed(() => {
  const told = free.data.value
  if (!told?.free || (way.value !== 'none' && !told.clash)) return null
  // a piece without a date shows no clock, not on a button either: it comes with the start
  const words =
    way.value === 'none' ? 'when the kiln is free' : `${preferences.pick(told.free).text}, the kiln is free`
  return { at: told.free_at, words }
})
const WAYS: { key: Way; name: string }[] = [
  { key: 'none', name: 'no date yet' },
  { key: 'start', name: 'starts' },
  { key: 'ready', name: 'ready by' },
]
</script>

<template>
  <div class="start">
    <Select
      :disabled="looking"
      :model-value="way"
      :options="WAYS"
      option-label="name"
      option-value="key"
      aria-label="No date, start at, or be ready by"
      @update:model-value="choose"
    />
    <InputText
      v-if="way !== 'none'"
      :id="id"
      v-model="moment"
      :readonly="looking"
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
    <template v-if="free.data.value?.clash"><MessageText :said="free.data.value.clash" />{{ ' ' }}</template>
    <template v-for="visit in plan?.visits ?? []" :key="visit.key">
      {{ visit.is_awake ? '' : '☾ At night: ' }}{{ visit.name }}, {{ preferences.pick(visit.at).text }}.
    </template>
    <MessageText v-if="plan?.visit_help" :said="plan.visit_help" />
  </p>
  <Making
    ><p class="now">
      <ActionButton v-if="isPast" @click="startAt(next)">
        Start {{ next.slice(11) }}, the next full hour
      </ActionButton>
      <ActionButton v-if="slot" @click="startAt(slot.at)">Start {{ slot.words }}</ActionButton>
      <ActionButton @click="startNow">Start now</ActionButton>
    </p></Making
  >
</template>

<style scoped>
.start {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s1) var(--s3);
  align-items: center;
  min-height: var(--row);
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
