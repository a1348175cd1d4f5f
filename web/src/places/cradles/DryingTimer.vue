<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed, onBeforeUnmount, ref } from 'vue'

import { ActionButton } from '../../kit/ActionButton'
import { countdown, localNow } from '../../logic/localTime'
import Making from '../../kit/Making.vue'

/** A clock for a mould or a coat that dries on the bench. */
const props = defineProps<{ drying: unknown; dryAt: string | null }>()
const emit = defineEmits<{ change: [drying: { started: string; lasts: string } | null] }>()
const lasts = ref('24 h')
const now = ref(new Date())
const clock = setInterval(() => (now.value = new Date()), 30_000)
onBeforeUnmount(() => clearInterval(clock))
const standing = computed(() => props.drying as { started: string; lasts: string } | undefined)
const left = computed(() => countdown(props.dryAt, now.value))
</script>

<template>
  <p class="drying small">
    <template v-if="standing?.started">
      <span role="status">{{ left }}</span>
      <Making><ActionButton @click="emit('change', null)">Stop the clock</ActionButton></Making>
    </template>
    <template v-else>
      <Making
        ><label>Drying takes <InputText v-model="lasts" class="figures" maxlength="20" /></label>
        <ActionButton @click="emit('change', { started: localNow(new Date()), lasts })">
          Start the clock now
        </ActionButton></Making
      >
    </template>
  </p>
</template>

<style scoped>
.drying {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s1) var(--s4);
  align-items: center;
  padding: var(--s2) 0;
}

.drying :deep(input) {
  width: 5rem;
}
</style>
