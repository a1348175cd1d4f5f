<script setup lang="ts">
import { computed } from 'vue'

import type { Message } from '../api/types'
import { usePreferences } from '../composables/usePreferences'

const props = defineProps<{ said: Message }>()
const preferences = usePreferences()
// the words between ** carry the sentence
const parts = computed(() => props.said[preferences.system].split('**'))
</script>

<template>
  <span
    ><template v-for="(part, index) in parts" :key="index"
      ><strong v-if="index % 2">{{ part }}</strong
      ><template v-else>{{ part }}</template></template
    ></span
  >
</template>
