<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'

import type { Piece, Stage, Traits } from '../../api/types'
import ChoiceEntry from '../../components/ChoiceEntry.vue'
import PieceField from '../../components/PieceField.vue'
import PieceText from '../../components/PieceText.vue'
import { ActionButton } from '../../kit/ActionButton'
import LayerList from './LayerList.vue'
import Section from '../../kit/Section.vue'
import Fold from '../../kit/Fold.vue'
import Making from '../../kit/Making.vue'

// what few pieces have is fetched where it is asked for
const AddedList = defineAsyncComponent(() => import('./AddedList.vue'))
const HotFields = defineAsyncComponent(() => import('./HotFields.vue'))
const HollowFields = defineAsyncComponent(() => import('./HollowFields.vue'))
const OutlineDialog = defineAsyncComponent(() => import('../cradle/outline/OutlineDialog.vue'))

/** The blank: its outline and size, the sheets that lie on one another, how it lies on what shapes it. */
const props = defineProps<{ stage: Stage; does: Traits; piece: Piece }>()
const layup = computed(() => props.stage.layup ?? {})
const isTaken = computed(() => !layup.value.layers?.length && !!props.stage.takes?.length)
const mayBeHollow = computed(() => (props.does.hangs || props.does.sinks) && !isTaken.value)
const isLong = computed(() => props.does.hangs || props.does.sinks || props.does.rolls)
const outline = computed(() => layup.value.outline ?? 'round')
const size = computed(
  () =>
    ({
      round: 'Across',
      square: 'Side',
      oblong: 'Longer side',
      oval: 'Longer way',
      polygon: 'Corner to corner',
      drawn: 'Across',
    })[outline.value],
)
const draws = ref(false)
const isWeighed = computed(() => String(props.stage.glass.charge ?? '').trim() !== '')
</script>

<template>
  <Section :title="does.hangs ? 'What hangs' : does.sinks ? 'What lies there' : 'The blank'">
    <template v-if="!isTaken">
      <ChoiceEntry v-if="!isLong" path="layup.outline" label="Outline" undo="outline" />
      <PieceText
        v-if="outline === 'polygon'"
        path="layup.sides"
        label="Sides"
        hint="3 to 24"
        usual="6"
        :most="2"
      />
      <template v-if="outline === 'drawn'">
        <Making
          ><p class="small">
            <ActionButton @click="draws = true">
              {{ layup.drawn ? 'Draw, read or trace it again' : 'Draw, read or trace the outline' }}
            </ActionButton>
          </p></Making
        >
        <PieceField path="layup.scale" label="Pattern at" hint="of its drawing" figure="blank" />
        <OutlineDialog v-if="draws" v-model="draws" path="layup.drawn" :rings="layup.drawn?.rings ?? []" />
      </template>
      <PieceField
        v-else
        path="layup.length"
        :label="does.hangs ? 'Hangs below the hook' : isLong ? 'Long' : size"
        :placeholder="does.sinks ? 'as a usual bottle' : 'as the cradle asks'"
        figure="blank"
      />
      <PieceField
        v-if="outline === 'oblong' || outline === 'oval' || isLong"
        path="layup.width"
        :label="isLong ? 'Wide' : 'Shorter side'"
        :placeholder="does.sinks ? 'as a usual bottle' : 'as the cradle asks'"
        figure="blank"
      />
    </template>
    <p v-else class="small">What came before is the blank.</p>
    <HollowFields v-if="mayBeHollow" :layup="layup" :is-hollow="does.sinks" />
    <LayerList
      v-if="!does.sinks && (!mayBeHollow || !(layup.wall || layup.bottle))"
      :stage="stage"
      :is-taken="isTaken"
      :is-named="does.rolls"
    />
    <AddedList v-if="!isLong || does.rolls" :stage="stage" />
    <PieceText v-if="does.lies_free" path="layup.pieces" label="Pieces alike" usual="1" :most="5" />
    <template v-if="does.has_former">
      <PieceField path="layup.posts" label="Posts under the former" figure="clearance" />
      <PieceField path="layup.lining" label="Fibre paper on it" figure="clearance" />
    </template>
    <template v-if="does.lifts">
      <PieceField path="layup.lift.high" label="Lifted" placeholder="40 mm" figure="lifted_area" />
      <PieceField path="layup.lift.ring" label="Ring, inside" placeholder="0.8 of the disc" />
      <PieceField path="layup.foot" label="Foot under it, high" />
      <PieceField path="layup.foot_width" label="Foot, across" placeholder="a third of the disc" />
    </template>
    <template v-if="does.rolls">
      <PieceField path="layup.roll.prop" label="Prop under one edge" placeholder="12 mm" figure="lean" />
      <PieceField path="layup.roll.step" label="Each narrower by" placeholder="0 mm" />
    </template>
    <template v-if="does.drops_through">
      <PieceField path="layup.foot" label="Foot under it, high" figure="form_depth" />
      <PieceField path="layup.foot_width" label="Foot, across" figure="form_depth" />
      <PieceText path="layup.waves" label="Waves of the ring" hint="0: flat" usual="0" :most="2" />
      <PieceField v-if="layup.waves" path="layup.crest" label="Waves, high" />
    </template>
    <PieceField
      v-if="does.has_former || does.has_form"
      path="layup.offset"
      label="Lies off the middle"
      hint="to the right"
      :figure="does.has_former ? 'overhang' : does.pools ? 'pool_across' : 'rim_after'"
    />
    <ChoiceEntry
      v-if="does.has_form"
      path="layup.grip"
      label="Its rim"
      hint="as you have seen it"
      undo="what its rim does"
    />
    <HotFields :stage="stage" />
    <Fold name="blank-weighed" label="Weighed instead of measured" :is-used="isWeighed">
      <PieceField
        path="glass.charge"
        label="Weighed"
        hint="or worked out"
        placeholder="from its size"
        figure="charge_mass"
      />
    </Fold>
  </Section>
</template>
