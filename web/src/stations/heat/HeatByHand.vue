<script setup lang="ts">
import { computed } from 'vue'

import type { Piece } from '../../api/types'
import Fold from '../../kit/Fold.vue'
import PieceField from '../../components/PieceField.vue'
import { useChoices } from '../../composables/useChoices'
import { useStage } from '../../composables/useStage'

/** What follows from cradle and lay-up, for those who know better: it stands instead of what was worked out. */
const props = defineProps<{ piece: Piece }>()
const { stage } = useStage(() => props.piece)
const { process } = useChoices()
const WAYS: Record<string, [string, string]> = {
  sag: ['Across the form', 'It shall go down'],
  arm: ['Overhang', 'Its end shall come down'],
  hang: ['It hangs', 'It shall stretch by'],
}
const ways = computed(() => WAYS[process(stage.value.process)?.moves ?? ''])
const isUsed = computed(() => {
  const { thick, breadth, span, depth } = stage.value.layup ?? {}
  return !!(thick || breadth || span || depth)
})
</script>

<template>
  <Fold name="heat-by-hand" label="Set by hand what lay-up gives" :is-used="isUsed">
    <PieceField path="layup.thick" label="Thickest" placeholder="from lay-up" figure="effective_thickness" />
    <PieceField path="layup.breadth" label="Narrowest way across" placeholder="from lay-up" />
    <template v-if="ways">
      <PieceField path="layup.span" :label="ways[0]" placeholder="from lay-up" figure="cast_temperature" />
      <PieceField path="layup.depth" :label="ways[1]" placeholder="from lay-up" figure="moved" />
    </template>
  </Fold>
</template>
