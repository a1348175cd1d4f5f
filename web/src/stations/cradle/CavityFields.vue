<script setup lang="ts">
import { computed } from 'vue'

import PieceField from '../../components/PieceField.vue'
import PieceText from '../../components/PieceText.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import { ActionButton } from '../../kit/ActionButton'
import type { CradleDocument } from './methods'

/** How many cavities of this shape there are, and others that are filled in the same firing. */
const props = defineProps<{ cradle: CradleDocument }>()
const context = usePiece()
const others = computed(() => props.cradle.others ?? [])
const set = (value: unknown, label: string) =>
  context.change([{ path: `${STAGE}.cradle.others`, value }], label)
const add = () => set([...others.value, { name: 'another cavity', fill: '30 g', count: 1 }], 'another cavity')
</script>

<template>
  <PieceText
    path="cradle.count"
    label="Cavities of this shape"
    hint="how many are filled"
    :most="4"
    usual="1"
  />
  <div v-for="(_, index) in others" :key="index" class="other">
    <PieceText :path="`cradle.others.${index}.name`" label="Another cavity" :most="60" />
    <PieceField :path="`cradle.others.${index}.fill`" label="Its fill weight" figure="glass_mass" />
    <PieceText :path="`cradle.others.${index}.count`" label="How many of it" :most="4" />
  </div>
  <p class="more">
    <ActionButton v-if="others.length < 20" @click="add"> Fill another cavity too </ActionButton>
    <ActionButton v-if="others.length" @click="set(others.slice(0, -1), 'a cavity less')">
      Leave the last one out
    </ActionButton>
  </p>
</template>

<style scoped>
.other {
  border-left: var(--edge) solid var(--rule);
  padding-left: var(--s3);
}

.more {
  display: flex;
  gap: var(--s4);
  padding: var(--s2) 0;
}
</style>
