<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import { computed, ref } from 'vue'

import { api, request } from '../../api/client'
import LoadState from '../../kit/LoadState.vue'
import KilnSheet from './KilnSheet.vue'
import NewKiln from './NewKiln.vue'
import { keyOf } from '../../kit/keys'
import EmptyPlace from '../../kit/EmptyPlace.vue'
import Making from '../../kit/Making.vue'

const list = useQuery({ queryKey: keyOf('kilns'), queryFn: () => request(api.GET('/api/kilns')) })
const rows = computed(() => list.data.value ?? [])
const isNew = ref(false)
</script>

<template>
  <section class="place">
    <header>
      <h1>Kilns</h1>
      <Making><Button v-if="!isNew" class="new" label="New kiln" @click="isNew = true" /></Making>
    </header>
    <LoadState
      v-if="!list.data.value"
      :is-loading="list.isPending.value"
      :error="list.error.value"
      @again="list.refetch()"
    />
    <template v-else>
      <NewKiln v-if="isNew" @done="isNew = false" />
      <EmptyPlace v-else-if="!rows.length" draws="kiln">
        No kiln yet. Three things you remember are enough: hours to 800 °C, hours from 500 to 100 °C, and the
        room.
        <template #act><Button label="Write down a kiln" @click="isNew = true" /></template>
      </EmptyPlace>
      <div class="kilns"><KilnSheet v-for="kiln in rows" :key="kiln.id" :kiln="kiln" /></div>
    </template>
  </section>
</template>

<style scoped src="../place.css"></style>
<style scoped>
.new {
  margin-left: auto;
}

.kilns {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 30rem), 1fr));
  gap: var(--s6) var(--s7);
}
</style>
