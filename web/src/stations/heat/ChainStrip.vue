<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, asked } from '../../api/client'
import type { Piece } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { usePreferences } from '../../composables/usePreferences'

/** The firings of this piece in order, each as the silhouette of its heat, with the clock and what it does to the others. */
const props = defineProps<{ piece: Piece }>()
const preferences = usePreferences()
const chain = useQuery({
  queryKey: computed(() => ['piece', props.piece.id, 'chain', props.piece.version]),
  queryFn: () =>
    asked(api.GET('/api/pieces/{piece_id}/heat/chain', { params: { path: { piece_id: props.piece.id } } })),
})
const hottest = computed(() => Math.max(100, ...(chain.data.value?.links ?? []).map((l) => l.peak_c)))
/** Up, a hold, the soak and the long way down, in a box of 96 by 34; its height is its peak among its fellows. */
function silhouette(peakC: number) {
  const top = 34 - (peakC / hottest.value) * 30
  const soak = top + (34 - top) * 0.38
  return `M0 34L22 ${top}H30L36 ${soak}H50L74 ${30}L96 34Z`
}
</script>

<template>
  <div v-if="chain.data.value" class="chain">
    <ol>
      <li v-for="(link, i) in chain.data.value.links" :key="i" :class="{ here: link.is_this }">
        <svg width="96" height="34" aria-hidden="true"><path :d="silhouette(link.peak_c)" /></svg>
        <b>{{ i + 1 }}. {{ link.name }}</b>
        <span class="small">{{ link.process_name }}{{ link.part ? `, ${link.part}` : '' }}</span>
        <span class="figures small"
          >{{ preferences.pick(link.peak).text }} · {{ preferences.pick(link.total).text }}</span
        >
        <span class="small quiet">day {{ link.day }}, {{ preferences.pick(link.starts).text }}</span>
        <span class="small quiet">open {{ preferences.pick(link.opens).text }}</span>
        <span v-for="(remark, j) in link.remarks" :key="j" class="small remark"
          >◆ <MessageText :said="remark"
        /></span>
      </li>
    </ol>
    <p class="small">
      {{ chain.data.value.links.length }}
      {{ chain.data.value.links.length === 1 ? 'firing' : 'firings' }} over
      <b class="figures">{{ preferences.pick(chain.data.value.days).text }}</b>
    </p>
    <ul>
      <li v-for="(finding, i) in chain.data.value.findings" :key="i" class="small">
        <MessageText :said="finding" />
      </li>
    </ul>
  </div>
  <p v-else-if="chain.error.value" class="small" role="alert">✕ {{ chain.error.value.message }}</p>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  gap: 0 18px;
  overflow-x: auto;
}

ol > li {
  display: grid;
  align-content: start;
  min-width: 9.5rem;
  max-width: 15rem;
  border-top: 1px solid var(--rule);
  padding: 6px 0;
}

ol > li.here {
  border-top: 3px solid var(--ink);
}

path {
  fill: var(--ember);
  fill-opacity: 0.85;
}

.remark {
  padding-top: 4px;
}

.chain > ul {
  margin: 4px 0 0;
  padding-left: 1.1rem;
}
</style>
