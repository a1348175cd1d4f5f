<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'

import { api, request } from '../../api/client'
import type { Live } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'
import { ActionButton } from '../../kit/ActionButton'
import { newKey } from '../../logic/keys'
import LogPanel from './LogPanel.vue'
import { useAction } from '../../kit/useAction'

/** Readings of a real kiln: one typed now, by its own thermometer or a second one; or a whole log. */
const props = defineProps<{ live: Live }>()
const emit = defineEmits<{ done: [] }>()
const preferences = usePreferences()
const shown = ref('')
const isSecond = ref(false)
const written = ref('')
const canTakeBack = ref(false)

const typing = useAction(
  (typed: string) =>
    request(
      api.POST('/api/firings/{firing_id}/readings', {
        params: { path: { firing_id: props.live.firing_id } },
        body: {
          system: preferences.system,
          rows: [{ shown: typed, at: null, by: isSecond.value ? 'second' : 'kiln' }],
        },
      }),
    ),
  {
    done: (_, typed) => {
      written.value = `${typed} written down${isSecond.value ? ', by a second thermometer' : ''}.`
      shown.value = ''
      isSecond.value = false
      canTakeBack.value = true
      emit('done')
    },
    failed: () => (written.value = ''),
  },
)
const type = () => shown.value.trim() && typing.act(shown.value)

const taking = useAction(
  () =>
    request(
      api.POST('/api/firings/{firing_id}/readings/take-back', {
        params: { path: { firing_id: props.live.firing_id } },
        body: { key: newKey() },
      }),
    ),
  {
    done: () => {
      written.value = 'Taken back.'
      canTakeBack.value = false
      emit('done')
    },
  },
)
const takeBack = () => taking.act()
const trouble = computed(() => typing.troubles.value[0] ?? taking.trouble.value)
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
      <ActionButton v-if="canTakeBack" @click="takeBack"> take this reading back </ActionButton>
    </p>
    <LogPanel :live="live" @done="emit('done')" />
    <p><a class="small" :href="`/api/firings/${live.firing_id}/log.csv`" download>All readings as CSV</a></p>
  </section>
</template>

<style scoped>
.readings {
  border-top: var(--line) solid var(--rule);
  padding-top: var(--s2);
  display: grid;
  gap: var(--s2);
}

.row {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2) var(--s4);
  align-items: center;
}

.row :deep(input[type='text']),
.row :deep(.p-inputtext) {
  width: 7rem;
}

.second {
  display: flex;
  gap: var(--s2);
  align-items: center;
}
</style>
