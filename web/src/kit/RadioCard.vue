<script setup lang="ts">
import { useLooking } from './looking'

/** One of several that exclude one another, as a card to press; arrow keys go from one to the next. */
const chosen = defineModel<string>({ required: true })
defineProps<{ group: string; value: string }>()
const looking = useLooking()
</script>

<template>
  <label :class="{ chosen: chosen === value }">
    <input v-model="chosen" type="radio" :name="group" :value="value" :disabled="looking" />
    <slot />
  </label>
</template>
