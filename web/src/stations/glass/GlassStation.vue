<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import { computed, ref } from 'vue'

import { api, request } from '../../api/client'
import type { Choices, Glass, Piece } from '../../api/types'
import Answer from '../../components/Answer.vue'
import CautionList from '../../components/CautionList.vue'
import Fold from '../../kit/Fold.vue'
import ChoiceField from '../../kit/ChoiceField.vue'
import FindingsList from '../../components/FindingsList.vue'
import PieceField from '../../components/PieceField.vue'
import SumLinks from '../../components/SumLinks.vue'
import TypedField from '../../kit/TypedField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import { useStage } from '../../composables/useStage'
import { usePreferences } from '../../composables/usePreferences'
import LooksNotes from './LooksNotes.vue'
import MixFields from './MixFields.vue'
import OtherGlasses from './OtherGlasses.vue'
import WeighList from './WeighList.vue'
import { keyOf, useFetched } from '../../kit/keys'
import { useAction } from '../../kit/useAction'
import DataTable from '../../kit/DataTable.vue'
import FigureList from '../../kit/FigureList.vue'

const props = defineProps<{ piece: Piece; choices: Choices }>()

const context = usePiece()
const preferences = usePreferences()
const { refresh } = useFetched()
const kinds = useQuery({ queryKey: keyOf('glass'), queryFn: () => request(api.GET('/api/glass')) })
// a kind that was put away since is still this piece's glass
const options = computed(() => {
  const all = (kinds.data.value ?? []).map((k) => ({ key: k.id, name: k.name }))
  const standing = props.piece.stage
  return all.some((k) => k.key === props.piece.kind_id)
    ? all
    : [{ key: props.piece.kind_id, name: standing.glass.kind.name }, ...all]
})
const kind = computed(() => kinds.data.value?.find((k) => k.id === props.piece.kind_id))
const glass = computed(() => props.piece.stage.glass)
const form = computed(() => props.choices.forms.find((f) => f.key === glass.value.form))
const onRack = computed(() => props.piece.entries[`${STAGE}.glass.rack.${glass.value.form}`]?.shown)
const landmarks = computed(() =>
  props.piece.plan.landmarks.map((mark) => {
    const [low, high] = [preferences.pick(mark.low).text, preferences.pick(mark.high).text]
    return [mark.name, mark.high_c - mark.low_c > 0.5 ? `${low} to ${high}` : low]
  }),
)
const rackDraft = ref<{ typed: string; fault: string } | null>(null)
const figures = computed(() => props.piece.plan.figures)
const { isFilled } = useStage(() => props.piece)
const isStiffer = computed(() => Number.parseFloat(String(glass.value.stiffer ?? '')) > 0)
const FILLED_SUMS = ['thickness', 'swap', 'share', 'top-up', 'match', 'dam', 'topple', 'cost']
const FLAT_SUMS = ['thickness', 'match', 'spread', 'cost']
const FLAT_ROWS = ['charge_mass', 'piece_mass', 'pile'] as const
const FILLED_ROWS = ['charge_mass', 'enough_chance', 'thickness'] as const
const MORE_ROWS = [
  'charge_each',
  'charge_sure',
  'bulk_volume',
  'heap_room',
  'reserve',
  'mould_mass',
  'centre_height',
  'tipping_angle',
] as const

const weighing = useAction(
  (typed: string) =>
    request(
      api.PATCH('/api/glass/{kind_id}', {
        params: { path: { kind_id: props.piece.kind_id } },
        body: {
          version: kind.value?.version ?? props.piece.kind_version,
          system: preferences.system,
          rack: { [glass.value.form]: typed },
          document: {},
        },
      }),
    ),
  {
    done: () => {
      rackDraft.value = null
      return Promise.all([context.query.refetch(), refresh('glass')])
    },
    failed: (error, typed) => (rackDraft.value = { typed, fault: error.message }),
  },
)
</script>

<template>
  <section class="station">
    <Answer class="first" :said="piece.plan.answers.glass" />
    <div class="rest">
      <div>
        <ChoiceField
          label="Glass"
          :value="piece.kind_id"
          :options="options"
          @choose="(value: number) => context.change([{ path: `${STAGE}.kind_id`, value }], 'glass')"
        />
        <ChoiceField
          v-if="isFilled || piece.plan.traits.is_pressed"
          label="Form"
          :value="glass.form"
          :options="choices.forms"
          @choose="(value: string) => context.change([{ path: `${STAGE}.glass.form`, value }], 'form')"
        />
        <TypedField
          v-if="isFilled"
          label="On the rack"
          :hint="form?.name"
          :shown="onRack ?? null"
          placeholder="none"
          :draft="rackDraft?.typed"
          :fault="rackDraft?.fault"
          path="glass.rack"
          :is-asked="piece.lead?.path.startsWith('glass.rack')"
          @commit="weighing.act"
          @forget="rackDraft = null"
        />
        <PieceField
          v-if="isFilled"
          path="glass.charge"
          label="Put in your own weight"
          hint="or leave it empty"
          placeholder="to the line"
          figure="charge_mass"
        />
        <Fold name="glass-allowances" label="Allowances" hint="stiffness, loss" :is-used="isStiffer">
          <PieceField
            path="glass.stiffer"
            label="Stiffer than its family by"
            hint="opal white: 10 to 20 K"
            placeholder="0 K"
          />
          <PieceField
            v-if="isFilled"
            path="glass.loss"
            label="Loss"
            hint="stays in jar and bench"
            figure="charge_mass"
          />
        </Fold>
      </div>
      <div>
        <FigureList :figures="figures" :keys="isFilled ? FILLED_ROWS : FLAT_ROWS" />
        <Fold v-if="isFilled" name="glass-figures" label="More figures" hint="heap, mould, how it stands">
          <FigureList :figures="figures" :keys="MORE_ROWS" />
        </Fold>
      </div>
      <WeighList :piece="piece" />
      <FindingsList :findings="piece.plan.findings" station="glass" />
      <div class="go">
        <Button
          as="router-link"
          :to="{ name: 'piece', params: { id: piece.id, station: 'layup' } }"
          label="Go on to the lay-up"
        />
      </div>
      <MixFields v-if="isFilled" :piece="piece" :choices="choices" />
      <OtherGlasses :piece="piece" :kinds="(kinds.data.value ?? []) as Glass[]" :choices="choices" />
      <LooksNotes v-if="isFilled" :piece="piece" />
      <SumLinks :piece-id="piece.id" :keys="isFilled ? FILLED_SUMS : FLAT_SUMS" />
      <Fold name="glass-marks" label="Temperatures of this glass">
        <DataTable label="The temperatures that matter" :rows="landmarks" />
        <p class="quiet small">{{ kind?.source }}. Windows follow viscosity; good to about 15 K.</p>
      </Fold>
      <CautionList :cautions="piece.plan.cautions" station="glass" />
    </div>
  </section>
</template>

<style scoped src="../station.css"></style>
