<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, request } from '../../api/client'
import type { Piece } from '../../api/types'
import ChoiceEntry from '../../components/ChoiceEntry.vue'
import ChoiceField from '../../kit/ChoiceField.vue'
import Fold from '../../kit/Fold.vue'
import PieceField from '../../components/PieceField.vue'
import { useChoices } from '../../composables/useChoices'
import { STAGE, usePiece } from '../../composables/usePiece'
import { useStage } from '../../composables/useStage'
import HeatByHand from './HeatByHand.vue'
import SharedFiring from './SharedFiring.vue'
import StartField from './StartField.vue'
import PieceText from '../../components/PieceText.vue'
import { keyOf } from '../../kit/keys'

/** The few choices of a firing that are often made; the rest folds away. */
const props = defineProps<{ piece: Piece }>()
const context = usePiece()
const { stage } = useStage(() => props.piece)
const heat = computed(() => stage.value.heat)
const { all } = useChoices()
// what was chosen by hand is never folded away
const isUsed = computed(() => !!(heat.value.peak_at || heat.value.peak_hold || heat.value.kiln_zone))
const kilns = useQuery({ queryKey: keyOf('kilns'), queryFn: () => request(api.GET('/api/kilns')) })
const options = computed(() => (kilns.data.value ?? []).map((k) => ({ key: k.id, name: k.name })))
const kiln = computed(() => (kilns.data.value ?? []).find((k) => k.id === props.piece.kiln_id))
const places = computed(() => [
  { key: 'middle', name: 'the middle' },
  ...(kiln.value?.zones ?? []).map((z) => ({ key: z.name, name: z.name })),
])
// other processes of the same family: another family is another stage
const processes = computed(() =>
  (all.value?.processes ?? [])
    .filter((p) => p.family === props.piece.plan.family)
    .map((p) => ({ key: p.key, name: p.name })),
)
const set = (name: string, value: unknown, label: string) =>
  context.change([{ path: `${STAGE}.heat.${name}`, value }], label)
</script>

<template>
  <section aria-label="Choices for the firing">
    <ChoiceField
      label="Kiln"
      :value="piece.kiln_id"
      :options="options"
      @choose="(value: number) => context.change([{ path: `${STAGE}.kiln_id`, value }], 'kiln')"
    />
    <StartField :piece="piece" />
    <SharedFiring :piece="piece" />
    <Fold name="heat-more" label="Peak, soak, room" :is-used="isUsed">
      <ChoiceField
        v-if="processes.length > 1"
        label="What is done"
        :value="stage.process"
        :options="processes"
        @choose="(v: string) => context.change([{ path: `${STAGE}.process`, value: v }], 'process')"
      />
      <PieceField path="heat.peak_at" label="Peak" placeholder="worked out" figure="cast_temperature" />
      <PieceField path="heat.peak_hold" label="Hold there" placeholder="worked out" figure="cast_hold" />
      <PieceField path="heat.room" label="Room" figure="opening_temperature" />
      <PieceField path="heat.bubble_hold" label="Bubble soak" figure="bubble_temperature" />
      <ChoiceEntry path="heat.soak_method" label="Soak by" undo="soak school" />
      <ChoiceEntry path="heat.restraint" label="The glass is" undo="how heat leaves" />
      <PieceField path="heat.furniture" label="More in the kiln" hint="shelves, moulds" figure="energy" />
      <ChoiceField
        v-if="places.length > 1"
        label="Stands in"
        :value="heat.kiln_zone || 'middle'"
        :options="places"
        @choose="(v: string) => set('kiln_zone', v === 'middle' ? '' : v, 'place in the kiln')"
      />
      <HeatByHand :piece="piece" />
    </Fold>
    <Fold name="heat-presence" label="Who is there, and when">
      <ChoiceEntry path="heat.attendance" label="At the peak" undo="who is there" />
      <PieceText path="heat.wakes" label="Awake from" usual="07:00" :most="8" />
      <PieceText path="heat.sleeps" label="until" usual="22:00" :most="8" />
      <a
        v-if="piece.plan.heat && !piece.stage.heat.undated"
        :href="`/api/pieces/${piece.id}/heat/calendar?stage=${piece.stage_key}`"
        class="text-button"
        >Calendar file</a
      >
    </Fold>
  </section>
</template>
