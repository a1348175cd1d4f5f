<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, request } from '../../api/client'
import type { FireLines, FiringPage, Trace } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { usePreferences } from '../../composables/usePreferences'
import FireLine from '../../drawing/FireLine.vue'
import SketchThumbnail from '../../drawing/SketchThumbnail.vue'
import Thumbnail from '../../drawing/Thumbnail.vue'
import Fold from '../../kit/Fold.vue'
import { keyOf } from '../../kit/keys'

/** One heat line for all; the glass of one of them lies under it where it is asked for. */
const props = defineProps<{ page: FiringPage; traced?: number | null; isStill?: boolean }>()
const preferences = usePreferences()
const trace = useQuery({
  queryKey: computed(() => keyOf('trace', props.page.id, props.traced, props.page.version)),
  queryFn: () =>
    request(
      api.GET('/api/firings/{firing_id}/members/{stage_id}', {
        params: { path: { firing_id: props.page.id, stage_id: props.traced! } },
      }),
    ),
  enabled: computed(() => !!props.traced),
})
const shown = computed(() => {
  const found = props.traced ? trace.data.value : undefined
  const letter = props.page.members.find((m) => m.stage_id === props.traced)?.letter ?? ''
  return found ? { ...(found as unknown as Trace), letter } : null
})
const line = computed(() => {
  const told = props.page.line!
  const found = props.traced ? trace.data.value : undefined
  return {
    ...told,
    planned: told.line,
    measured: [],
    ahead: [],
    skin: found?.skin ?? [],
    heart: found?.heart ?? [],
  } as unknown as FireLines
})
</script>

<template>
  <div class="heat">
    <div v-if="shown" class="comes-out">
      <SketchThumbnail v-if="shown.sketch" :sketch="shown.sketch" />
      <Thumbnail v-else-if="shown.outline" :outline="shown.outline" />
      <p class="small">
        <b>{{ shown.letter }}</b> comes out as <MessageText :said="shown.gives" />.
      </p>
    </div>
    <FireLine :line="line" is-still :tall="190" />
    <p class="small">
      {{ preferences.pick(page.total).text }}, {{ preferences.pick(page.energy).text }}; open the lid
      <b>{{ preferences.pick(page.line!.opens).text }}</b>.
    </p>
    <component
      :is="isStill ? 'div' : Fold"
      v-bind="isStill ? {} : { name: 'load-steps', label: 'Steps', hint: 'and who decides them' }"
    >
      <table>
        <tbody>
          <tr v-for="(step, i) in page.steps" :key="step.key">
            <th scope="row">{{ step.name }}</th>
            <td class="figures">{{ preferences.pick(step.rate).text }}</td>
            <td class="figures">{{ preferences.pick(step.to).text }}</td>
            <td class="figures">{{ step.hold_s ? preferences.pick(step.hold).text : '' }}</td>
            <td class="figures">{{ preferences.pick(page.line!.ends[i]!).text }}</td>
            <td class="small why"><MessageText :said="step.why" /></td>
          </tr>
        </tbody>
      </table>
    </component>
  </div>
</template>

<style scoped>
.heat {
  display: grid;
  gap: var(--s1);
  min-width: 0;
}

p {
  margin: 0;
}

table {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--f2);
}

th,
td {
  text-align: left;
  padding: var(--s1) var(--s2) var(--s1) 0;
  border-bottom: var(--line) solid var(--rule);
  vertical-align: top;
}

.comes-out {
  display: flex;
  gap: var(--s3);
  align-items: center;
}

td.figures {
  white-space: nowrap;
}

.why {
  color: var(--ink-soft);
}

@media (max-width: 30em) {
  tr {
    display: grid;
    grid-template-columns: 1fr auto auto;
  }

  .why {
    grid-column: 1 / -1;
  }
}
</style>
