<script setup lang="ts">
import { computed } from 'vue'

import type { Message } from '../api/types'
import { usePreferences } from '../composables/usePreferences'
import { knownWords, parted } from '../kit/words'

const props = defineProps<{ said: Message }>()
const preferences = usePreferences()
// the words between ** carry the sentence; the first that is none of the kitchen's has its meaning a touch away
const parts = computed(() => {
  let isMet = false
  return props.said[preferences.system].split('**').flatMap((part, i) => {
    const told = isMet ? [{ text: part }] : parted(part, knownWords.value)
    isMet ||= told.some((one) => 'says' in one && one.says)
    return told.map((one) => ({ ...one, isStrong: i % 2 === 1 }))
  })
})
</script>

<template>
  <span
    ><template v-for="(part, i) in parts" :key="i"
      ><component :is="part.isStrong ? 'strong' : 'span'" v-if="part.isStrong || part.says"
        ><abbr v-if="part.says" :title="part.says" :data-says="part.says">{{ part.text }}</abbr
        ><template v-else>{{ part.text }}</template></component
      ><template v-else>{{ part.text }}</template></template
    ></span
  >
</template>
