<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'

import type { Stage } from '../../api/types'
import FlagEntry from '../../components/FlagEntry.vue'
import PieceField from '../../components/PieceField.vue'
import { useChoices } from '../../composables/useChoices'
import { usePiece } from '../../composables/usePiece'
import { ActionButton } from '../../kit/ActionButton'
import ChoiceField from '../../kit/ChoiceField.vue'
import Making from '../../kit/Making.vue'

const OutlineDialog = defineAsyncComponent(() => import('../cradle/outline/OutlineDialog.vue'))

/** Whether what hangs is a strip, or hollow by a profile: a few shapes, or one that was drawn or traced. */
const props = defineProps<{ layup: NonNullable<Stage['layup']>; isHollow?: boolean }>()
const context = usePiece()
const { entry } = useChoices()
const SOLID = { key: 'strip', name: 'a strip or a disc', says: '' }
const shape = computed(
  () =>
    props.layup.bottle?.shape ??
    (props.layup.bottle ? 'bottle' : props.layup.wall || props.isHollow ? 'tube' : 'strip'),
)
const options = computed(() => [...(props.isHollow ? [] : [SOLID]), ...entry('layup.bottle.shape')])
const hasNeck = computed(() => ['bottle', 'flask', 'jar'].includes(shape.value))
const draws = ref(false)

function choose(to: string) {
  const wall = props.layup.wall || '3 mm'
  const changes =
    to === 'strip'
      ? [
          { path: context.at('layup.bottle'), value: null },
          { path: context.at('layup.wall'), value: '' },
        ]
      : [
          { path: context.at('layup.bottle'), value: { ...props.layup.bottle, shape: to } },
          { path: context.at('layup.wall'), value: wall },
        ]
  void context.change(changes, 'what hangs')
}
</script>

<template>
  <ChoiceField label="It is" :value="shape" :options="options" @choose="choose" />
  <template v-if="shape !== 'strip'">
    <PieceField path="layup.wall" label="Its wall" placeholder="3 mm" figure="thickness" />
    <PieceField v-if="layup.bottle" path="layup.bottle.base" label="Its base" placeholder="5 mm" />
    <template v-if="hasNeck">
      <PieceField path="layup.bottle.neck" label="Neck, outside" placeholder="as usual for it" />
      <PieceField path="layup.bottle.neck_long" label="Neck, long" placeholder="as usual for it" />
      <PieceField
        v-if="shape !== 'flask'"
        path="layup.bottle.shoulder"
        label="Shoulder, high"
        placeholder="as usual for it"
      />
    </template>
    <FlagEntry
      v-if="layup.bottle"
      path="layup.bottle.is_sealed"
      label="It is sealed"
      undo="whether it is sealed"
    />
    <Making
      ><p v-if="shape === 'drawn'" class="small">
        <ActionButton @click="draws = true">
          {{ layup.bottle?.drawn ? 'Draw, read or trace it again' : 'Draw, read or trace it, upright' }}
        </ActionButton>
      </p></Making
    >
    <OutlineDialog
      v-if="draws"
      v-model="draws"
      path="layup.bottle.drawn"
      :rings="layup.bottle?.drawn?.rings ?? []"
    />
  </template>
</template>
