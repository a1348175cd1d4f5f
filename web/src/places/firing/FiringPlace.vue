<script setup lang="ts">
import { computed, ref, watchEffect } from 'vue'

import Answer from '../../components/Answer.vue'
import FindingsList from '../../components/FindingsList.vue'
import MessageText from '../../components/MessageText.vue'
import { useFiring } from '../../composables/useFiring'
import { usePreferences } from '../../composables/usePreferences'
import { useShortcuts } from '../../composables/useShortcuts'
import { ActionButton } from '../../kit/ActionButton'
import Fold from '../../kit/Fold.vue'
import LoadState from '../../kit/LoadState.vue'
import { useLooking } from '../../kit/looking'
import Section from '../../kit/Section.vue'
import BerthRows from './BerthRows.vue'
import FiringHeat from './FiringHeat.vue'
import LevelsSide from './LevelsSide.vue'
import LoadPlan from './LoadPlan.vue'
import MemberList from './MemberList.vue'
import ShelfRows from './ShelfRows.vue'
import WaitingList from './WaitingList.vue'

/** A firing, planned from what lies in it: the kiln from above, and whether one programme serves all. */
const props = defineProps<{ id: number }>()
const preferences = usePreferences()
const firing = useFiring(props.id)
const { page, query, acting } = firing
const level = ref(0)
const chosen = ref<number | null>(null)
const traced = ref<number | null>(null)
const looking = useLooking()
const isOpen = computed(() => ['planned', 'loaded'].includes(page.value?.state ?? ''))
const isMine = computed(() => isOpen.value && !looking.value)
const items = computed(() => page.value?.layout?.items ?? [])
const shelves = computed(() => {
  const many = page.value?.load.shelves?.length ?? 0
  return many ? `${many} on posts` : 'none: on the floor'
})
const lead = computed(() => page.value?.members[0])
watchEffect(() => {
  document.title = page.value ? `Firing in ${page.value.kiln.name} · Cold Cradle` : 'Cold Cradle'
  if (level.value >= (page.value?.layout?.levels.length ?? 1)) level.value = 0
})
useShortcuts({
  u: preferences.flip,
  'Ctrl+z': () => void firing.step('undo'),
  'Ctrl+Shift+z': () => void firing.step('redo'),
})
</script>

<template>
  <LoadState
    v-if="!page"
    :is-loading="query.isPending.value"
    :error="query.error.value"
    @again="query.refetch()"
  />
  <article v-else class="firing">
    <header>
      <h1>Firing in {{ page.kiln.name }}</h1>
      <span class="quiet">{{ page.state }}, {{ preferences.pick(page.starts).text }}</span>
      <span v-if="isMine" class="acts">
        <ActionButton @click="firing.arrange()">Lay out anew</ActionButton>
        <ActionButton
          :disabled="!page.undoes"
          :title="page.undoes ?? 'Nothing to undo'"
          @click="firing.step('undo')"
        >
          Undo
        </ActionButton>
        <ActionButton
          :disabled="!page.redoes"
          :title="page.redoes ?? 'Nothing to redo'"
          @click="firing.step('redo')"
        >
          Redo
        </ActionButton>
      </span>
      <RouterLink :to="{ name: 'lid-sheet', params: { id } }">Sheet for the lid</RouterLink>
      <RouterLink
        v-if="lead"
        :to="{
          name: 'piece',
          params: { id: lead.piece_id, station: isOpen ? 'before' : 'fire' },
          query: { stage: lead.key },
        }"
        >{{ isOpen ? 'Check before' : 'Watch it' }}</RouterLink
      >
    </header>
    <Answer :said="page.answer" />
    <p v-if="acting.trouble.value" class="margin-note" role="alert">{{ acting.trouble.value }}</p>
    <ul v-if="page.ways.length" class="plain-list ways" aria-label="Ways out">
      <li v-for="(way, i) in page.ways" :key="i"><MessageText :said="way" /></li>
    </ul>
    <div class="two">
      <div class="left">
        <template v-if="page.layout">
          <LoadPlan
            v-model:chosen="chosen"
            v-model:level="level"
            :page="page"
            :is-still="!isMine"
            @move="firing.move"
          />
          <ul v-if="page.layout.left.length" class="plain-list" aria-label="Finds no room">
            <li v-for="(said, i) in page.layout.left" :key="i" class="fault">
              ✕ <MessageText :said="said" />
            </li>
          </ul>
          <LevelsSide v-if="page.layout.levels.length > 1" v-model:level="level" :page="page" />
          <Fold name="load-places" label="Places in words" :hint="`${items.length} in the kiln`">
            <BerthRows :page="page" :is-still="!isMine" @move="firing.move" @choose="(i) => (chosen = i)" />
          </Fold>
          <Fold v-if="isMine" name="load-shelves" label="Shelves" :hint="shelves">
            <ShelfRows :page="page" :faults="acting.faults.value" @change="firing.setShelves" />
          </Fold>
        </template>
      </div>
      <div class="right">
        <Section title="What lies in it">
          <MemberList
            v-model:traced="traced"
            :members="page.members"
            :is-still="!isMine"
            @take-out="firing.takeOut"
          />
        </Section>
        <FindingsList :findings="page.findings" station="load" />
        <FiringHeat v-if="page.line" :page="page" :traced="traced" />
        <Fold v-if="isMine" name="load-waiting" label="Add what waits">
          <WaitingList :id="id" :version="page.version" @put-in="firing.putIn" />
        </Fold>
      </div>
    </div>
  </article>
</template>

<style scoped>
.firing {
  display: grid;
  gap: var(--s3);
  align-content: start;
}

header {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s1) var(--s4);
  align-items: baseline;
  border-bottom: var(--line) solid var(--ink);
  padding-bottom: var(--s2);
}

header .quiet {
  flex: 1;
}

.acts {
  display: flex;
  gap: var(--s4);
}

.ways {
  display: grid;
  gap: var(--s1);
  border-left: var(--edge) solid var(--ink);
  padding-left: var(--s3);
}

.two {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: var(--s4) var(--s6);
}

.left,
.right {
  display: grid;
  gap: var(--s3);
  align-content: start;
  min-width: 0;
}

@media (max-width: 56em) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }

  .right {
    grid-row: 1;
  }
}
</style>
