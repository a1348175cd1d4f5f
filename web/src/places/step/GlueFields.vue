<script setup lang="ts">
import { computed } from 'vue'

import type { Step } from '../../api/types'
import ChoiceEntry from '../../components/ChoiceEntry.vue'
import PieceField from '../../components/PieceField.vue'
import PieceText from '../../components/PieceText.vue'
import { useDocument, usePiece } from '../../composables/usePiece'

/** Onto what it is fixed: what it stands on, hangs from, or what goes through its hole. */
defineProps<{ step: Step }>()
const context = usePiece()
const onto = useDocument<string>(context, () => context.at('glue.onto'))
const stands = computed(() => ['base', 'bumper'].includes(onto.value ?? 'base'))
const hangs = computed(() => ['hook', 'bail'].includes(onto.value ?? ''))
const goesThrough = computed(() => ['tube', 'washer'].includes(onto.value ?? ''))
</script>

<template>
  <div>
    <ChoiceEntry path="glue.onto" label="Fixed" undo="onto what it is fixed" />
    <PieceField path="glue.weight" label="What is fitted weighs" placeholder="0 g" />
    <template v-if="stands">
      <PieceField path="glue.foot" label="Narrowest width it stands on" placeholder="its own" />
      <PieceField path="glue.high" label="Its weight lies so high" placeholder="half its height" />
      <PieceField path="glue.off" label="and off the middle by" placeholder="0 mm" />
    </template>
    <PieceText v-if="!goesThrough" path="glue.many" label="How many places" usual="1" :most="3" />
    <template v-if="goesThrough">
      <PieceField path="glue.through" label="What goes through is wide" placeholder="10 mm" />
      <PieceField path="glue.washer" label="Washer" placeholder="worked out" figure="washer" />
    </template>
    <PieceField path="glue.cures" label="Cures for" hint="as its maker says" placeholder="1 day" />
    <p v-if="hangs" class="small quiet">Each fixing bears five times its share.</p>
  </div>
</template>
