<script setup lang="ts">
import { computed } from 'vue'

import { knownWords, parted } from './words'

/** Plain words with the first that is none of the kitchen's dotted: its meaning is a touch away. */
const props = defineProps<{ text: string }>()
const parts = computed(() => parted(props.text, knownWords.value))
</script>

<template>
  <template v-for="(part, i) in parts" :key="i"
    ><abbr v-if="part.says" :title="part.says" :data-says="part.says">{{ part.text }}</abbr
    ><template v-else>{{ part.text }}</template></template
  >
</template>
