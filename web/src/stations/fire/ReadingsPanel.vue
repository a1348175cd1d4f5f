<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'

import { api, request, Refused } from '../../api/client'
import type { Live } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'
import { newKey } from '../../logic/keys'
import LogPanel from './LogPanel.vue'

/** Readings of a real kiln: one typed now, by its own thermometer or a second one; or a whole log. */
const props = defineProps<{ live: Live }>()
const emit = defineEmits<{ done: [] }>()
const preferences = usePreferences()
const shown = ref('')
const isSecond = ref(false)
const trouble = ref('')
const written = ref('')
const canTakeBack = ref(false)

async function type() {
  if (!shown.value.trim()) return
  trouble.value = written.value = ''
  try {
    await request(
      api.POST('/api/firings/{firing_id}/readings', {
        params: { path: { firing_id: props.live.firing_id } },
        body: {
          system: preferences.system,
          rows: [{ shown: shown.value, at: null, by: isSecond.value ? 'second' : 'kiln' }],
        },
      }),
    )
    written.value = `${shown.value} written down${isSecond.value ? ', by a second thermometer' : ''}.`
    shown.value = ''
    isSecond.value = false
    canTakeBack.value = true
    emit('done')
  } catch (error) {
    const faults = error instanceof Refused ? error.faults : []
    trouble.value = faults[0]?.message ?? (error as Error).message
  }
}

async function takeBack() {
  try {
    await request(
      api.POST('/api/firings/{firing_id}/readings/take-back', {
        params: { path: { firing_id: props.live.firing_id } },
        body: { key: newKey() },
      }),
    )
    written.value = 'Taken back.'
    canTakeBack.value = false
    emit('done')
  } catch (error) {
    trouble.value = (error as Error).message
  }
}
</script>

<template>
  <section class="readings">
    <h3>Readings</h3>
    <p class="row">
      <label
        >It shows now
        <InputText
          v-model="shown"
          class="figures"
          inputmode="decimal"
          maxlength="20"
          data-path="reading"
          @keydown.enter="type"
      /></label>
      <label class="second"
        ><Checkbox v-model="isSecond" binary input-id="by-second" /> by a second thermometer</label
      >
      <Button label="Write it down" @click="type" />
    </p>
    <p v-if="trouble" class="fault" role="alert">✕ {{ trouble }}</p>
    <p v-else-if="written" class="small" role="status">
      {{ written }}
      <button v-if="canTakeBack" type="button" class="text-button" @click="takeBack">
        take this reading back
      </button>
    </p>
    <LogPanel :live="live" @done="emit('done')" />
    <p><a class="small" :href="`/api/firings/${live.firing_id}/log.csv`" download>All readings as CSV</a></p>
  </section>
</template>

<style scoped>
.readings {
  border-top: 1px solid var(--rule);
  padding-top: 8px;
  display: grid;
  gap: 8px;
}

.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}

.row :deep(input[type='text']),
.row :deep(.p-inputtext) {
  width: 7rem;
}

.second {
  display: flex;
  gap: 8px;
  align-items: center;
}

.fault {
  color: var(--note);
  font-weight: 600;
}
</style>
