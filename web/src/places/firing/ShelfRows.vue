<script setup lang="ts">
import { computed } from 'vue'

import type { FiringPage, ShelfTold } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'
import { ActionButton } from '../../kit/ActionButton'
import TypedField from '../../kit/TypedField.vue'

/** The shelves that go in, from the bottom up, each on its posts. */
const props = defineProps<{ page: FiringPage; faults: Record<string, string> }>()
const emit = defineEmits<{ change: [shelves: ShelfTold[]] }>()
const preferences = usePreferences()
const shelves = computed(() => props.page.load.shelves ?? [])
const FIELDS = [
  { name: 'posts', label: 'On posts of' },
  { name: 'width', label: 'Across', hint: 'empty: all of it' },
  { name: 'depth', label: 'Back', hint: 'empty: all of it' },
  { name: 'thick', label: 'Thick' },
  { name: 'bears', label: 'Bears', hint: 'if known' },
] as const
const posts = computed(() => props.page.kiln.posts.map((p) => preferences.pick(p).text).join(', '))
const edit = (i: number, name: string, typed: string) =>
  emit(
    'change',
    shelves.value.map((shelf, j) => (i === j ? { ...shelf, [name]: typed.trim() || null } : shelf)),
  )
const add = () => emit('change', [...shelves.value, { posts: '25 mm', thick: '20 mm' }])
const drop = (i: number) =>
  emit(
    'change',
    shelves.value.filter((_, j) => j !== i),
  )
const fault = (i: number, name: string) => props.faults[`shelves.${i}.${name}`]
</script>

<template>
  <div>
    <p v-if="posts" class="small quiet">Posts that go with it: {{ posts }}.</p>
    <section v-for="(shelf, i) in shelves" :key="i" :aria-label="`Shelf ${i + 1}`">
      <h3>
        Shelf {{ i + 1 }}
        <ActionButton :aria-label="`Take out shelf ${i + 1}`" @click="drop(i)">Take out</ActionButton>
      </h3>
      <TypedField
        v-for="field in FIELDS"
        :key="field.name"
        :label="field.label"
        :hint="'hint' in field ? field.hint : ''"
        :draft="shelf[field.name] ?? ''"
        :fault="fault(i, field.name)"
        @commit="(typed) => edit(i, field.name, typed)"
      />
    </section>
    <p><ActionButton @click="add">Add a shelf</ActionButton></p>
  </div>
</template>

<style scoped>
h3 {
  display: flex;
  gap: var(--s4);
  align-items: baseline;
}
</style>
