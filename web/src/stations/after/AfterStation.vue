<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'

import type { Piece } from '../../api/types'
import { ActionButton } from '../../kit/ActionButton'
import LoadState from '../../kit/LoadState.vue'
import MessageText from '../../components/MessageText.vue'
import PhotoAdder from '../../components/PhotoAdder.vue'
import { useAfter } from '../../composables/useAfter'
import { usePreferences } from '../../composables/usePreferences'
import CausePanel from './CausePanel.vue'
import FaultPicker from './FaultPicker.vue'
import MeasureTable from './MeasureTable.vue'
import PhotoPair from './PhotoPair.vue'
import OutcomeShape from '../layup/OutcomeShape.vue'
import SectionSheet from '../../places/piece/SectionSheet.vue'

const WorkingDrawer = defineAsyncComponent(() => import('../../components/WorkingDrawer.vue'))

/** What came out beside what was predicted, what is wrong with it and why, and the one thing to change. */
const props = defineProps<{ piece: Piece }>()
const preferences = usePreferences()
const { query, after, trouble, faulty, isBusy, measure, observe, next } = useAfter(() => props.piece)
const working = ref('')
const before = computed(() => after.value?.photos.find((p) => p.when === 'before'))
const later = computed(() => after.value?.photos.filter((p) => p.when === 'after') ?? [])
const seen = computed(() => after.value?.faults.filter((f) => f.is_seen).map((f) => f.key) ?? [])
</script>

<template>
  <section v-if="['planned', 'loaded'].includes(piece.firing.state)" class="to-come">
    <p>
      <strong>Nothing has come out yet.</strong> This is what is predicted.
      <RouterLink :to="{ params: { station: 'before' } }">To Before</RouterLink>
    </p>
    <div class="large">
      <SectionSheet :piece="piece" is-still />
      <div>
        <p class="gives"><MessageText :said="piece.plan.gives" /></p>
        <OutcomeShape :piece="piece" />
      </div>
    </div>
  </section>
  <LoadState
    v-else-if="!after"
    :is-loading="query.isPending.value"
    :error="query.error.value"
    @again="query.refetch()"
  />
  <section v-else class="after">
    <p class="answer" aria-live="polite">
      <template v-if="after.opened">Opened {{ preferences.pick(after.opened).text }}. </template>
      <template v-else>Still in the kiln. </template>
      <MessageText v-if="after.residue" :said="after.residue.says" />
      <span v-if="after.residue" class="quiet small"
        >&nbsp;Seen between crossed polarisers: about {{ preferences.pick(after.residue.retardation).text }}.
        <ActionButton @click="working = 'fire_left'">its working</ActionButton></span
      >
    </p>
    <p v-if="trouble" class="margin-note" role="alert">{{ trouble }}</p>
    <div class="two">
      <div class="column">
        <SectionSheet :piece="piece" is-still />
        <MeasureTable
          :measures="after.measures"
          :typed="after.typed"
          :places="after.places"
          :faulty="faulty"
          :copies="after.copies"
          @measure="measure"
        />
        <OutcomeShape :piece="piece" />
        <PhotoPair
          v-if="before && later.length"
          :before="before.photo_id"
          :after="later[later.length - 1]!.photo_id"
        />
        <PhotoAdder
          :firing="piece.firing.id"
          :stage="piece.firing.stage_id"
          when="after"
          :photos="later"
          label="Photograph what came out"
          @added="query.refetch()"
        />
      </div>
      <div class="column">
        <FaultPicker
          :faults="after.faults"
          :note="after.note"
          :by="after.by"
          @change="(faults: string[]) => observe(faults, after!.note)"
          @note="(note: string) => observe(seen, note)"
        />
        <CausePanel :after="after" :is-busy="isBusy" @next="next" />
      </div>
    </div>
    <WorkingDrawer
      v-if="after.residue && working"
      v-model="working"
      :figures="{ fire_left: after.residue.figure }"
    />
    <ul class="cautions small">
      <li v-for="text in after.cautions" :key="text">⚠ {{ text }}</li>
    </ul>
  </section>
</template>

<style scoped>
.to-come {
  display: grid;
  gap: var(--s3);
  padding: var(--s3) 0;
}

.large {
  display: grid;
  grid-template-columns: minmax(0, 1.24fr) minmax(0, 1fr);
  gap: var(--s5);
  align-items: start;
}

.gives {
  font-size: var(--f5);
}

@media (max-width: 56em) {
  .large {
    grid-template-columns: minmax(0, 1fr);
  }
}

.after {
  display: grid;
  gap: var(--s3);
  padding-top: var(--s3);
}

.answer {
  font-size: var(--f5);
}

.two {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: var(--s4) var(--s6);
}

.column {
  display: grid;
  gap: var(--s4);
  align-content: start;
}

@media (max-width: 56em) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
