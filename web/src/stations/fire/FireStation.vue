<script setup lang="ts">
import type { Piece } from '../../api/types'
import FireWatch from './FireWatch.vue'
import StartPanel from './StartPanel.vue'

defineProps<{ piece: Piece }>()
</script>

<template>
  <section class="fire">
    <StartPanel v-if="piece.firing.state === 'planned' || piece.firing.state === 'loaded'" :piece="piece" />
    <FireWatch v-else :firing="piece.firing.id" :stage="piece.firing.stage_id" :piece="piece" />
  </section>
</template>

<style scoped>
.fire {
  padding-top: var(--s3);
}
</style>
