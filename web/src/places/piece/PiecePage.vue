<script setup lang="ts">
import { computed, onMounted, watchEffect } from 'vue'
import { useRouter } from 'vue-router'

import { ActionButton } from '../../kit/ActionButton'
import LoadState from '../../kit/LoadState.vue'
import { useChoices } from '../../composables/useChoices'
import { providePiece } from '../../composables/usePiece'
import { provideWorking } from '../../composables/useWorking'
import { useWorkings } from '../../composables/useWorkings'
import { useShortcuts } from '../../composables/useShortcuts'
import ChainStrip from './ChainStrip.vue'
import {
  AfterStation,
  BeforeStation,
  ConflictDialog,
  CradleStation,
  fetchTheRest,
  FireStation,
  GlassStation,
  HeatStation,
  LayupStation,
  SectionSheet,
  WorkingDrawer,
} from './parts'
import PieceHeader from './PieceHeader.vue'
import StationPath from './StationPath.vue'
import ThreadBar from './ThreadBar.vue'
import LeadStrip from './LeadStrip.vue'

const props = defineProps<{ id: number; station: string; stage: string }>()
const router = useRouter()
const context = providePiece(props.id, props.stage)
const { piece, query, trouble, drafts } = context
const working = provideWorking()
const workings = useWorkings(piece, working)

onMounted(fetchTheRest)
const { query: choices } = useChoices()
const stations = computed(() => choices.data.value?.stations ?? [])
const isFired = computed(() => !['planned', 'loaded'].includes(piece.value?.firing.state ?? 'planned'))
const isLogged = computed(() => ['before', 'fire', 'after'].includes(props.station))
const unsaved = computed(() => Object.values(drafts).filter((d) => d.message === 'Not saved yet.').length)

function showWorking() {
  const focused = document.activeElement?.closest<HTMLElement>('[data-figure]')?.dataset.figure
  const beads = piece.value?.plan.thread.filter((b) => b.station === props.station && b.figure) ?? []
  const bead = beads.find((b) => b.key === 'charge_mass') ?? beads[0]
  working.value = focused ?? (props.station === 'heat' ? 'firing_time' : bead?.figure) ?? ''
}

const goTo = (index: number) => {
  const place = stations.value[index]
  if (!place) return false
  void router.push({ name: 'piece', params: { id: props.id, station: place.key } })
}

function alongChain(by: number) {
  const links = piece.value?.chain.links ?? []
  const to = links[links.findIndex((l) => l.key === piece.value?.stage_key) + by]
  if (!to) return false
  void router.push({
    name: 'piece',
    params: { id: props.id, station: props.station },
    query: { stage: to.key },
  })
}

useShortcuts({
  1: () => goTo(0),
  2: () => goTo(1),
  3: () => goTo(2),
  4: () => goTo(3),
  5: () => goTo(4),
  6: () => goTo(5),
  7: () => goTo(6),
  '[': () => alongChain(-1),
  ']': () => alongChain(1),
  w: () => (isLogged.value ? false : showWorking()), // a firing has workings of its own
  p: () => router.push({ name: 'card', params: { id: props.id } }),
  'Ctrl+z': () => context.undo('undo'),
  'Ctrl+Shift+z': () => context.undo('redo'),
})

watchEffect(() => (document.title = piece.value ? `${piece.value.name} · Cold Cradle` : 'Cold Cradle'))
</script>

<template>
  <LoadState
    v-if="!piece || !choices.data.value"
    :is-loading="query.isPending.value || choices.isPending.value"
    :error="query.error.value ?? choices.error.value"
    @again="(query.refetch(), choices.refetch())"
  />
  <article v-else class="piece" :class="{ hot: isLogged }">
    <PieceHeader :piece="piece" />
    <ChainStrip :piece="piece" :station="station" />
    <div v-if="trouble || unsaved" class="trouble" role="alert">
      <span>{{ trouble || 'Some of what you typed is not saved yet. It is kept on this machine.' }}</span>
      <ActionButton @click="context.retry()">Send it again</ActionButton>
    </div>
    <ThreadBar :thread="piece.plan.thread" />
    <StationPath
      :id="id"
      :station="station"
      :states="{ ...piece.plan.states, ...piece.firing.words }"
      :stations="stations"
    />
    <LeadStrip v-if="piece.lead" :piece="piece" :station="station" />
    <p v-if="isFired && !isLogged" class="margin-note">
      This stage has been fired. What is changed here is not what was fired: that is kept in the notebook.
    </p>
    <HeatStation v-if="station === 'heat'" :piece="piece" />
    <FireStation v-else-if="station === 'fire'" :key="`fire-${piece.firing.id}`" :piece="piece" />
    <AfterStation v-else-if="station === 'after'" :key="`after-${piece.firing.id}`" :piece="piece" />
    <div v-else class="sheet">
      <div class="work">
        <CradleStation v-if="station === 'cradle'" :piece="piece" :choices="choices.data.value" />
        <LayupStation v-else-if="station === 'layup'" :piece="piece" :choices="choices.data.value" />
        <BeforeStation v-else-if="station === 'before'" :key="`before-${piece.firing.id}`" :piece="piece" />
        <GlassStation v-else :piece="piece" :choices="choices.data.value" />
      </div>
      <SectionSheet class="drawing" :piece="piece" :is-moving="station === 'layup'" />
    </div>
    <WorkingDrawer
      v-if="working"
      v-model="working"
      :figures="workings.figures.value"
      :profile="piece.plan.heat?.profile"
      :is-loading="workings.isLoading.value"
      :trouble="workings.trouble.value"
    />
    <ConflictDialog v-if="context.conflict.value" />
  </article>
</template>

<style scoped>
/* at the kiln a phone shows the firing at once; chain and thread are one station away */
@media (max-width: 45em) {
  .hot :deep(.chain),
  .hot :deep(.thread) {
    display: none;
  }
}

.trouble {
  display: flex;
  gap: var(--s4);
  align-items: center;
  flex-wrap: wrap;
  border: var(--line) solid var(--note);
  padding: var(--s2) var(--s3);
  margin: var(--s2) 0;
  font-size: var(--f2);
}

.sheet {
  display: grid;
  grid-template-columns: minmax(0, 1.24fr) minmax(0, 1fr);
  gap: 0 var(--s5);
  padding-top: var(--s2);
}

.drawing {
  grid-column: 1;
  grid-row: 1;
  align-self: start;
  position: sticky;
  top: var(--s2);
}

.work {
  grid-column: 2;
  grid-row: 1;
  border-left: var(--line) solid var(--rule);
  padding-left: var(--s5);
}

@media (max-width: 56em) {
  .sheet {
    grid-template-columns: minmax(0, 1fr);
  }

  .work,
  .drawing {
    grid-column: 1;
    grid-row: auto;
    position: static;
    border: 0;
    padding: 0;
  }

  /* thread, answer, drawing, station: the work's own children are laid out round the drawing */
  .work {
    display: contents;
  }

  .work > :deep(*) > * {
    grid-column: 1;
  }
}
</style>
