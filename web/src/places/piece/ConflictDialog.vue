<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import { computed } from 'vue'

import { usePiece } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'

const context = usePiece()
const preferences = usePreferences()
const rows = computed(() =>
  Object.values(context.drafts).map((draft) => {
    const there = context.conflict.value?.theirs.entries[draft.path]?.shown
    const typed = typeof draft.value === 'string' || typeof draft.value === 'number'
    return {
      what: draft.label || draft.path,
      mine: typed ? String(draft.value) : 'changed',
      theirs: there ? preferences.pick(there).text : '',
    }
  }),
)
</script>

<template>
  <Dialog
    :visible="!!context.conflict.value"
    modal
    :closable="false"
    header="Changed in another window"
    :style="{ width: '32rem', maxWidth: '94vw' }"
  >
    <p>{{ context.conflict.value?.message }}</p>
    <table>
      <thead>
        <tr>
          <th scope="col">Entry</th>
          <th scope="col">You typed</th>
          <th scope="col">It stands at</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.what">
          <td>{{ row.what }}</td>
          <td class="figures">{{ row.mine }}</td>
          <td class="figures">{{ row.theirs }}</td>
        </tr>
      </tbody>
    </table>
    <div class="choices">
      <Button label="Write mine on top" @click="context.settle(true)" />
      <Button label="Keep what stands" variant="outlined" @click="context.settle(false)" />
    </div>
  </Dialog>
</template>

<style scoped>
table {
  margin: 14px 0;
}

th,
td {
  text-align: left;
  padding: 6px 10px 6px 0;
  border-bottom: 1px solid var(--rule);
}

th {
  font-size: 0.82rem;
  color: var(--ink-quiet);
}

.choices {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
}
</style>
