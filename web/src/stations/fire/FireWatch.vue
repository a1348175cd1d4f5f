<script setup lang="ts">
import { computed, defineAsyncComponent } from 'vue'

import type { Piece } from '../../api/types'
import LoadState from '../../kit/LoadState.vue'
import MessageText from '../../components/MessageText.vue'
import { useLive } from '../../composables/useLive'
import { usePreferences } from '../../composables/usePreferences'
import { useShortcuts } from '../../composables/useShortcuts'
import { provideWorking } from '../../composables/useWorking'
import FireLine from '../../drawing/FireLine.vue'
import ActButtons from './ActButtons.vue'
import FireNumbers from './FireNumbers.vue'
import FireSide from './FireSide.vue'
import LookIn from './LookIn.vue'
import MayOpenPanel from './MayOpenPanel.vue'
import ReadingsPanel from './ReadingsPanel.vue'
import StandInPanel from './StandInPanel.vue'
import Making from '../../kit/Making.vue'

const WorkingDrawer = defineAsyncComponent(() => import('../../components/WorkingDrawer.vue'))

/** The page for a hot room: what the kiln does, how far the glass is, and what may be done, large and few. */
const props = defineProps<{ firing: number; stage: number; piece: Piece }>()
const preferences = usePreferences()
const context = useLive(props.firing, props.stage)
const { live, query, ahead, waiting, trouble, silentSince, act, undo } = context
const working = provideWorking()
useShortcuts({
  w: () => {
    const focused = document.activeElement?.closest<HTMLElement>('[data-figure]')?.dataset.figure
    working.value = focused ?? 'fire_opens'
  },
})
const isOpen = computed(() => live.value?.state === 'opened')
const LID = ['open the lid', 'see whether it may be opened']
const look = computed(() => live.value?.dues.find((d) => !LID.includes(d.name)))
const since = computed(() =>
  new Date(silentSince.value).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' }),
)
</script>

<template>
  <LoadState
    v-if="!live"
    :is-loading="query.isPending.value"
    :error="query.error.value"
    @again="query.refetch()"
  />
  <div v-else class="watch">
    <p v-if="silentSince" class="margin-note" role="alert">
      The studio has not been heard since {{ since }}. What stands here is from then; what you do is kept and
      sent.
    </p>
    <p v-for="one in waiting" :key="one.key" class="margin-note" role="status">
      Not sent yet: {{ one.name }}.
    </p>
    <p v-if="trouble" class="margin-note" role="alert">{{ trouble }}</p>
    <div class="top">
      <div class="words">
        <p class="doing" aria-live="polite"><MessageText :said="live.doing" /></p>
        <p v-if="live.formed" class="formed" data-formed><MessageText :said="live.formed.words" /></p>
        <p v-if="live.trouble" class="margin-note">{{ live.trouble }}</p>
        <FireNumbers :live="live" :ahead="ahead.data.value" />
        <FireLine :line="live.line" :now-s="live.now_s" :events="live.events" :dues="live.dues" />
        <ul v-if="live.notes.length" class="notes" aria-label="What is to be said of the readings">
          <li v-for="(note, i) in live.notes" :key="i"><MessageText :said="note" /></li>
        </ul>
      </div>
      <div class="hands">
        <Making
          ><ActButtons v-if="!isOpen" :acts="ahead.data.value?.acts ?? []" :state="live.state" @act="act" />
          <LookIn v-if="!isOpen" @act="act"
        /></Making>
      </div>
    </div>
    <div class="below">
      <div class="left">
        <MayOpenPanel :live="live" @act="act" />
        <Making
          ><StandInPanel v-if="live.is_simulated" :live="live" :look-s="look?.at_s" @act="act" />
          <ReadingsPanel v-else :live="live" @done="query.refetch()"
        /></Making>
      </div>
      <FireSide :live="live" :preferences="preferences" @undo="undo" @act="act" />
    </div>
    <WorkingDrawer v-if="working" v-model="working" :figures="ahead.data.value?.figures ?? {}" />
  </div>
</template>

<style scoped>
.watch {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--s3);
}

.top {
  display: grid;
  grid-template-columns: minmax(0, 1.9fr) minmax(0, 1fr);
  gap: var(--s4) var(--s6);
}

.words,
.hands,
.left {
  display: grid;
  gap: var(--s3);
  align-content: start;
}

.doing {
  font-size: var(--f6);
  line-height: 1.2;
}

.formed {
  font-size: var(--f4);
}

.notes {
  margin: 0;
  padding-left: 1.1rem;
  color: var(--note);
  font-size: var(--f2);
}

.below {
  display: grid;
  grid-template-columns: minmax(0, 1.5fr) minmax(0, 1fr);
  gap: var(--s4) var(--s6);
}

@media (max-width: 56em) {
  .top,
  .below {
    grid-template-columns: minmax(0, 1fr);
  }

  /* one hand at the kiln: what it does, what may be done, what was seen; then figures and the line */
  .words,
  .hands {
    display: contents;
  }

  .top > :deep(*) > *,
  .top :deep(.numbers),
  .top :deep(.line),
  .notes {
    order: 3;
  }

  .doing,
  .formed,
  .margin-note {
    order: 1;
  }

  .top :deep(.acts),
  .top :deep(.look) {
    order: 2;
  }

  .doing {
    font-size: var(--f5);
  }
}
</style>
