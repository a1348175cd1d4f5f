<script setup lang="ts">
import Button from 'primevue/button'
import Menu from 'primevue/menu'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useRouter } from 'vue-router'

import type { ChainLink, Piece } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { usePreferences } from '../../composables/usePreferences'
import { useStageActs } from '../../composables/useStageActs'
import { ActionButton } from '../../kit/ActionButton'
import Fold from '../../kit/Fold.vue'
import Making from '../../kit/Making.vue'

const StepLinks = defineAsyncComponent(() => import('./StepLinks.vue'))
const StageDialog = defineAsyncComponent(() => import('./StageDialog.vue'))
const SeriesDialog = defineAsyncComponent(() => import('./SeriesDialog.vue'))

/** The backbone of a piece: its stages in order, each as the silhouette of its real programme, and what travels on. */
const props = defineProps<{ piece: Piece; station: string; step?: string }>()
const router = useRouter()
const preferences = usePreferences()
const acts = useStageActs(() => props.piece)
const adds = ref(false)
const counts = ref(false)
const menu = ref<InstanceType<typeof Menu> | null>(null)
const links = computed(() => props.piece.chain.links)
const here = computed(() => links.value.findIndex((l) => l.key === props.piece.stage_key))
const isHere = (link: ChainLink) => !props.step && link.key === props.piece.stage_key
const [WIDE, TALL] = [56, 26]

/** The programme in a box of its own, its height its peak among its fellows. */
function silhouette(link: ChainLink) {
  const hottest = Math.max(100, ...links.value.map((l) => l.peak_c))
  const line = link.line as number[][]
  const last = line.at(-1)?.[0] || 1
  const points = line.map(
    ([s, c]) => `${((s! / last) * WIDE).toFixed(1)} ${(TALL - (c! / hottest) * (TALL - 2)).toFixed(1)}`,
  )
  return points.length ? `M0 ${TALL}L${points.join('L')}L${WIDE} ${TALL}Z` : ''
}
const goTo = (key: string) =>
  router.push({
    name: 'piece',
    params: { id: props.piece.id, station: props.station },
    query: { stage: key },
  })
const items = computed(() => [
  { label: 'How many, by when …', command: () => (counts.value = true) },
  {
    label: 'What it costs',
    command: () =>
      router.push({ name: 'cost', params: { id: props.piece.id }, query: { stage: props.piece.stage_key } }),
  },
  { label: 'Once more', command: () => acts.double() },
  { label: 'Earlier', disabled: here.value <= 0, command: () => acts.move(-1) },
  { label: 'Later', disabled: here.value >= links.value.length - 1, command: () => acts.move(1) },
  { label: 'Take it out', disabled: links.value.length < 2, command: () => acts.takeOut() },
  { label: 'Put all on the clock', disabled: links.value.length < 2, command: () => acts.clock() },
])
const remarks = computed(() => [...(links.value[here.value]?.remarks ?? []), ...props.piece.chain.findings])
</script>

<template>
  <nav class="chain" aria-label="Stages of the piece">
    <ol>
      <li v-for="(link, i) in links" :key="link.key">
        <span v-if="link.travels.length" class="travels figures" aria-hidden="true">
          <span v-for="t in link.travels" :key="t.from_key">{{ preferences.said(t.words) }}</span>
        </span>
        <ActionButton
          look="plain"
          class="stage"
          :class="{ here: isHere(link) }"
          :aria-current="isHere(link) ? 'step' : undefined"
          :data-stage="link.key"
          @click="goTo(link.key)"
        >
          <svg :width="WIDE" :height="TALL" aria-hidden="true"><path :d="silhouette(link)" /></svg>
          <span class="words">
            <b>{{ i + 1 }} {{ link.name }}</b>
            <span class="quiet when figures"
              >{{ preferences.pick(link.peak).text }} · {{ preferences.pick(link.total).text }}</span
            >
            <span class="quiet when">{{ link.kiln }}, {{ preferences.pick(link.starts).text }}</span>
          </span>
        </ActionButton>
        <StepLinks
          v-if="piece.steps.length"
          :id="piece.id"
          :steps="piece.steps.filter((s) => s.stage === link.key)"
          :here="step"
        />
      </li>
      <Making
        ><li class="more">
          <Button label="Then …" variant="outlined" @click="adds = true" />
          <ActionButton v-if="!step" aria-haspopup="menu" @click="(event: MouseEvent) => menu?.toggle(event)">
            This stage …
          </ActionButton>
          <Menu ref="menu" :model="items" popup /></li
      ></Making>
    </ol>
    <p v-if="acts.trouble.value" class="trouble small" role="alert">✕ {{ acts.trouble.value }}</p>
    <Fold
      v-if="links.length > 1 && remarks.length"
      name="chain-remarks"
      class="small"
      :label="`${remarks.length} ${remarks.length === 1 ? 'remark' : 'remarks'} on the chain, ${preferences.pick(piece.chain.days).text} in all`"
    >
      <ul>
        <li v-for="(said, i) in remarks" :key="i">◆ <MessageText :said="said" /></li>
      </ul>
    </Fold>
    <StageDialog v-if="adds" v-model="adds" :piece="piece" :step="step" />
    <SeriesDialog v-if="counts" v-model="counts" :piece="piece" />
  </nav>
</template>

<style scoped>
.chain {
  border-bottom: var(--line) solid var(--rule);
}

ol {
  list-style: none;
  margin: 0;
  padding: var(--s0) 0 var(--s1);
  display: flex;
  align-items: stretch;
  overflow-x: auto;
}

li {
  display: flex;
  align-items: center;
  flex: none;
}

.stage {
  display: flex;
  align-items: flex-end;
  gap: var(--s2);
  text-align: left;
  padding: var(--s0) var(--s2) var(--s0) var(--s0);
  border-bottom: var(--edge) solid transparent;
  min-height: var(--row);
}

.stage.here {
  border-color: var(--ink);
}

.words {
  display: grid;
  line-height: 1.2;
  white-space: nowrap;
}

.words b {
  font-size: var(--f2);
  font-weight: 500;
}

.here .words b {
  font-weight: 700;
}

path {
  fill: var(--ember);
  fill-opacity: 0.8;
}

.travels {
  display: grid;
  font-size: var(--f1);
  line-height: 1.15;
  min-width: 4rem;
  padding: 0 var(--s1) var(--s0);
  text-align: center;
  color: var(--glass-deep);
  border-bottom: var(--s0) solid var(--glass-deep);
  white-space: nowrap;
}

.when {
  font-size: var(--f1);
}

.more {
  gap: var(--s3);
  padding-left: var(--s3);
  position: sticky;
  right: 0;
  background: var(--chalk);
}

@media (max-width: 45em) {
  .more {
    position: static;
  }
}

.trouble {
  color: var(--note);
}

details ul {
  margin: 0;
  padding-left: 1rem;
}
</style>
