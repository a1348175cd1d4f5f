<script setup lang="ts">
import type { Step } from '../../api/types'
import ChoiceEntry from '../../components/ChoiceEntry.vue'
import PieceField from '../../components/PieceField.vue'
import Fold from '../../kit/Fold.vue'

/** What is painted with, on which face; its maker's window where it is known. */
defineProps<{ step: Step }>()
</script>

<template>
  <div>
    <ChoiceEntry path="paint.kind" label="With" undo="what is painted with" />
    <ChoiceEntry path="paint.face" label="On" undo="which face is painted" />
    <PieceField path="paint.from" label="Matures from" hint="its maker’s sheet" placeholder="as usual" />
    <PieceField path="paint.to" label="and no hotter than" placeholder="as usual" />
    <Fold name="paint-more" label="How much, and drying">
      <PieceField path="paint.share" label="Share of its face" placeholder="50 %" />
      <PieceField path="paint.dries" label="Dries for" placeholder="12 h" />
    </Fold>
  </div>
</template>
