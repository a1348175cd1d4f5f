<script setup lang="ts">
import { computed } from 'vue'

import type { Step } from '../../api/types'
import ChoiceEntry from '../../components/ChoiceEntry.vue'
import PieceField from '../../components/PieceField.vue'
import { useDocument, usePiece } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'
import { ActionButton } from '../../kit/ActionButton'

/** What is ground, how much of it, how fine it ends. */
const props = defineProps<{ step: Step }>()
const context = usePiece()
const preferences = usePreferences()
const place = useDocument<string>(context, () => context.at('grind.place'))
const hasWidth = computed(() => ['foot', 'point'].includes(place.value ?? ''))
const pace = computed(() => (props.step.pace ? preferences.pick(props.step.pace).text : ''))
const learn = () =>
  context.change([{ path: context.at('grind.pace'), value: pace.value }], 'how long it took before')
</script>

<template>
  <div>
    <ChoiceEntry path="grind.place" label="What is ground" undo="what is ground" />
    <PieceField path="grind.off" label="Off it" placeholder="0.5 mm" figure="ground_mass" />
    <PieceField v-if="hasWidth" path="grind.across" label="So wide" placeholder="a quarter of it" />
    <ChoiceEntry path="grind.last" label="Ends with" undo="how fine it ends" />
    <PieceField path="grind.pace" label="Your pace" hint="of what is reckoned" placeholder="100 %" />
    <p v-if="pace" class="small quiet">
      {{ step.pace_of === 1 ? 'Once' : `${step.pace_of} times` }} it took {{ pace }} of what was reckoned.
      <ActionButton @click="learn">Take that</ActionButton>
    </p>
  </div>
</template>
