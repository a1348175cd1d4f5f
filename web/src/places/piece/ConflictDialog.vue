<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import { computed } from 'vue'

import { usePiece } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'
import DataTable from '../../kit/DataTable.vue'

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
    header="Changed meanwhile"
    :style="{ width: '32rem', maxWidth: '94vw' }"
  >
    <p>{{ context.conflict.value?.message }}</p>
    <DataTable
      label="What differs"
      :heads="['Entry', 'You typed', 'It stands at']"
      :rows="rows.map((row) => [row.what, row.mine, row.theirs])"
    />
    <div class="choices">
      <Button label="Write mine on top" @click="context.settle(true)" />
      <Button label="Keep what stands" variant="outlined" @click="context.settle(false)" />
    </div>
  </Dialog>
</template>

<style scoped>
.choices {
  display: flex;
  gap: var(--s3);
  flex-wrap: wrap;
}
</style>
