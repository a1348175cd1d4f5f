<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'

import type { Piece } from '../../api/types'
import Answer from '../../components/Answer.vue'
import BenchTimers from '../../components/BenchTimers.vue'
import LoadState from '../../kit/LoadState.vue'
import PhotoAdder from '../../components/PhotoAdder.vue'
import { useBefore } from '../../composables/useBefore'
import { useTimers } from '../../composables/useTimers'
import CheckRow from './CheckRow.vue'
import { ActionButton } from '../../kit/ActionButton'
import { useFolds } from '../../kit/useFolds'

/** What must be true before the lid closes: some of it ticks itself, the rest is ticked at the bench. */
const props = defineProps<{ piece: Piece }>()
const { query, list, trouble, failures, tick, load } = useBefore(props.piece.firing.id)
const { begin } = useTimers()
// on a phone the questions come first; what to do for each is said when it is asked for
const TODO = 'before-todo'
const folds = useFolds()
const saysAll = computed(() => folds.isOpen(TODO))
const topics = computed(() =>
  Object.entries(list.value?.topics ?? {})
    .map(([key, name]) => ({ key, name, lines: list.value!.lines.filter((l) => l.check.topic === key) }))
    .filter((topic) => topic.lines.length),
)
const isBegun = computed(() => !['planned', 'loaded'].includes(list.value?.state ?? 'planned'))
const photos = computed(() => list.value?.photos.filter((p) => p.when === 'before') ?? [])
</script>

<template>
  <LoadState
    v-if="!list"
    :is-loading="query.isPending.value"
    :error="query.error.value"
    @again="query.refetch()"
  />
  <section v-else class="before" :class="{ brief: !saysAll }">
    <Answer :said="list.says" />
    <p v-if="isBegun" class="margin-note">This firing has begun; the list stands as it was ticked.</p>
    <p v-if="trouble" class="margin-note" role="alert">{{ trouble }}</p>
    <p class="all">
      <ActionButton :aria-pressed="saysAll" @click="folds.set(TODO, !saysAll)">
        {{ saysAll ? 'Briefly' : 'Explain' }}
      </ActionButton>
    </p>
    <section v-for="topic in topics" :key="topic.key" class="topic">
      <h3>{{ topic.name }}</h3>
      <CheckRow
        v-for="line in topic.lines"
        :key="`${line.stage_id}-${line.check.rule}`"
        :line="line"
        :failures="failures"
        :piece="list.stages.length > 1 ? line.piece : ''"
        @tick="(isDone: boolean) => tick(line, isDone)"
        @reason="(text: string) => tick(line, !!line.ticked, text)"
        @clock="(kind: string) => begin(kind, line.stage_id)"
      />
    </section>
    <BenchTimers />
    <PhotoAdder
      :firing="piece.firing.id"
      :stage="piece.firing.stage_id"
      when="before"
      :photos="photos"
      label="Photograph the lay-up"
      @added="query.refetch()"
    />
    <p v-if="!isBegun" class="go">
      <Button
        v-if="list.state === 'planned'"
        label="The lid is closed"
        variant="outlined"
        @click="load(true)"
      />
      <Button v-else label="The lid is open again" variant="outlined" @click="load(false)" />
      <RouterLink :to="{ params: { station: 'fire' } }">Begin it at Fire</RouterLink>
    </p>
    <ul class="cautions small">
      <li v-for="caution in list.cautions" :key="caution.text">⚠ {{ caution.text }}</li>
    </ul>
  </section>
</template>

<style scoped>
@media (min-width: 45.01em) {
  .all {
    display: none;
  }
}

@media (max-width: 45em) {
  .brief :deep(.todo) {
    display: none;
  }
}

.before {
  display: grid;
  gap: var(--s3);
}

.topic h3 {
  font-size: var(--f3);
  border-bottom: var(--line) solid var(--ink);
  padding-bottom: var(--edge);
}

.go {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s3) var(--s5);
  align-items: center;
}
</style>
