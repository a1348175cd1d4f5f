<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Piece } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { ActionButton } from '../../kit/ActionButton'
import { keep, kept } from '../../kit/kept'

/** What a new piece is asked next, until it has a start or somebody wants no leading; then never again. */
const props = defineProps<{ piece: Piece; station: string }>()
const key = computed(() => `led-${props.piece.id}`)
const isLeft = ref(kept(key.value) !== null)
const lead = computed(() => (isLeft.value ? null : props.piece.lead))
function leave() {
  keep(key.value, 'left')
  isLeft.value = true
}
</script>

<template>
  <p v-if="lead" class="lead" role="status">
    <RouterLink
      v-if="lead.station !== station"
      :to="{ name: 'piece', params: { id: piece.id, station: lead.station } }"
      ><MessageText :said="lead.says"
    /></RouterLink>
    <b v-else><MessageText :said="lead.says" /></b>
    <ActionButton @click="leave">I know the way</ActionButton>
  </p>
</template>

<style scoped>
.lead {
  display: flex;
  gap: var(--s2) var(--s4);
  align-items: baseline;
  flex-wrap: wrap;
  padding: var(--s2) var(--s3);
  border: var(--line) solid var(--note);
  margin-top: var(--s2);
}
</style>
