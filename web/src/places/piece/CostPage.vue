<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watchEffect } from 'vue'

import { api, request } from '../../api/client'
import Answer from '../../components/Answer.vue'
import MessageText from '../../components/MessageText.vue'
import PieceField from '../../components/PieceField.vue'
import { providePiece } from '../../composables/usePiece'
import ChoiceField from '../../kit/ChoiceField.vue'
import { keyOf } from '../../kit/keys'
import LoadState from '../../kit/LoadState.vue'
import Section from '../../kit/Section.vue'

/** What one of a piece costs, and all of them: each thing with its working, and what is not known said. */
const props = defineProps<{ id: number; stage: string }>()
const { piece, query } = providePiece(props.id, props.stage)
const by = ref<'area' | 'weight'>('area')
const cost = useQuery({
  queryKey: computed(() => keyOf('cost', props.id, piece.value?.version, by.value)),
  queryFn: () =>
    request(
      api.GET('/api/pieces/{piece_id}/cost', {
        params: { path: { piece_id: props.id }, query: { by: by.value } },
      }),
    ),
  enabled: computed(() => !!piece.value),
  placeholderData: (before) => before,
})
const BY = [
  { key: 'area', name: 'by area of shelf' },
  { key: 'weight', name: 'by weight of glass' },
]
watchEffect(() => (document.title = piece.value ? `Cost: ${piece.value.name}` : 'Cold Cradle'))
</script>

<template>
  <main class="cost">
    <header>
      <RouterLink :to="{ name: 'piece', params: { id, station: 'cradle' } }">Back to the piece</RouterLink>
      <a :href="`/api/pieces/${id}/cost.csv?by=${by}`" download>As a table</a>
    </header>
    <LoadState
      v-if="!piece || !cost.data.value"
      :is-loading="query.isPending.value || cost.isPending.value"
      :error="query.error.value ?? cost.error.value"
      @again="cost.refetch()"
    />
    <template v-else>
      <h1>What {{ piece.name }} costs</h1>
      <Answer :said="cost.data.value.answer" />
      <div class="two">
        <table>
          <tbody v-for="one in cost.data.value.stages" :key="one.key">
            <tr v-if="cost.data.value.stages.length > 1">
              <th colspan="2" scope="rowgroup">{{ one.name }}{{ one.makes > 1 ? ` × ${one.makes}` : '' }}</th>
            </tr>
            <tr v-for="line in one.lines" :key="line.key">
              <td>
                {{ line.name }}
                <p class="small quiet"><MessageText :said="line.words" /></p>
              </td>
              <td class="figures">{{ line.amount ?? 'not known' }}</td>
            </tr>
          </tbody>
        </table>
        <Section :title="`For ${piece.plan.name.toLowerCase()}`">
          <PieceField path="costs.mould" label="Mould and release" hint="for one" placeholder="not said" />
          <PieceField path="costs.hours" label="At the bench" hint="for one" placeholder="not said" />
          <PieceField path="costs.wage" label="An hour is worth" placeholder="not said" />
          <PieceField path="costs.lost" label="Share that is lost" placeholder="not said" />
          <ChoiceField
            label="A shared firing"
            is-view
            :value="by"
            :options="BY"
            @choose="(key: 'area' | 'weight') => (by = key)"
          />
          <p class="small quiet">
            Prices of glass stand on the rack, of a kWh at the kiln. One money, whichever it is.
          </p>
        </Section>
      </div>
    </template>
  </main>
</template>

<style scoped>
.cost {
  display: grid;
  gap: var(--s3);
  align-content: start;
}

header {
  display: flex;
  gap: var(--s4);
}

.two {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
  gap: var(--s4) var(--s7);
}

table {
  width: 100%;
  border-collapse: collapse;
}

th,
td {
  text-align: left;
  padding: var(--s1) 0;
  border-bottom: var(--line) solid var(--rule);
  vertical-align: top;
}

td.figures {
  text-align: right;
  white-space: nowrap;
}

p {
  margin: 0;
}

@media (max-width: 45em) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
