<script setup lang="ts">
import { computed, ref } from 'vue'

import InputText from 'primevue/inputtext'

import { useChoices } from '../composables/useChoices'
import LoadState from '../kit/LoadState.vue'

/** Every word that is not kitchen English, in one sentence. */
const { query, all } = useChoices()
const wanted = ref('')
const shown = computed(() => {
  const text = wanted.value.trim().toLowerCase()
  return (all.value?.words ?? []).filter((word) =>
    [word.term, ...word.forms, word.says].some((words) => words.toLowerCase().includes(text)),
  )
})
document.title = 'Words · Cold Cradle'
</script>

<template>
  <div class="place">
    <header>
      <h1>Words</h1>
      <label class="find small">Find <InputText v-model="wanted" type="search" maxlength="40" /></label>
    </header>
    <LoadState
      v-if="!all"
      :is-loading="query.isPending.value"
      :error="query.error.value"
      @again="query.refetch()"
    />
    <p v-else-if="!shown.length" class="quiet">No such word here.</p>
    <dl v-else>
      <div v-for="word in shown" :key="word.term">
        <dt>{{ word.term }}</dt>
        <dd>{{ word.says }}</dd>
      </div>
    </dl>
  </div>
</template>

<style scoped src="./place.css"></style>
<style scoped>
dl {
  margin: 0;
  columns: 24rem;
  column-gap: var(--s7);
}

dl > div {
  break-inside: avoid;
  padding-bottom: var(--s3);
}

dt {
  font-weight: 650;
}
</style>
