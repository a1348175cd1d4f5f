<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'

import { ActionButton } from './ActionButton'

/** What dotted words mean: the one that was touched, or with `m` all that are on the page. */
const told = ref<{ term: string; says: string }[]>([])
const route = useRoute()
watch(
  () => route.fullPath,
  () => (told.value = []),
)
const of = (word: HTMLElement) => ({ term: word.textContent ?? '', says: word.dataset.says ?? '' })

function touched(event: MouseEvent) {
  const word = (event.target as HTMLElement).closest<HTMLElement>('abbr[data-says]')
  if (word) told.value = [of(word)]
  // a touched label presses its field as well; that is no touch beside it
  else if (!(event.target as HTMLElement).closest('.meanings, input, [role=combobox]')) told.value = []
}
function escaped(event: KeyboardEvent) {
  if (event.key === 'Escape') told.value = []
}
function tellAll() {
  const all = [...document.querySelectorAll<HTMLElement>('main abbr[data-says]')].map(of)
  const seen = new Map(all.map((one) => [one.says, one]))
  told.value = [...seen.values()].sort((a, b) => a.term.localeCompare(b.term))
}
defineExpose({ tellAll })
onMounted(() => {
  document.addEventListener('click', touched)
  document.addEventListener('keydown', escaped, true) // a field keeps Escape to itself
})
onBeforeUnmount(() => {
  document.removeEventListener('click', touched)
  document.removeEventListener('keydown', escaped, true)
})
</script>

<template>
  <aside v-if="told.length" class="meanings" aria-label="What words mean" aria-live="polite">
    <dl>
      <div v-for="one in told" :key="one.says">
        <dt>{{ one.term }}</dt>
        <dd>{{ one.says }}</dd>
      </div>
    </dl>
    <p class="tools small">
      <RouterLink to="/words">All words</RouterLink> <ActionButton @click="told = []">Close</ActionButton>
    </p>
  </aside>
</template>

<style scoped>
.meanings {
  position: fixed;
  left: 50%;
  bottom: var(--s4);
  transform: translateX(-50%);
  z-index: 20;
  width: min(34rem, calc(100vw - var(--s6)));
  max-height: 60vh;
  overflow: auto;
  background: var(--sheet);
  border: var(--line) solid var(--ink);
  padding: var(--s3) var(--s4);
}

dl {
  margin: 0 0 var(--s2);
  display: grid;
  gap: var(--s2);
}

dt {
  font-weight: 650;
}
</style>
