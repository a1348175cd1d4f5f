<script setup lang="ts">
import type { Step } from '../../api/types'
import FlagEntry from '../../components/FlagEntry.vue'
import PieceField from '../../components/PieceField.vue'

/** How deep, on how much of the face. */
defineProps<{ step: Step }>()
</script>

<template>
  <div>
    <PieceField path="blast.depth" label="Deep" hint="0: matt only" placeholder="0 mm" figure="left_under" />
    <PieceField path="blast.share" label="Share of its face" placeholder="30 %" />
    <PieceField path="blast.wide" label="A groove is wide" placeholder="10 mm" />
    <FlagEntry path="blast.is_both" label="Both faces" undo="whether both faces are blasted" />
  </div>
</template>
