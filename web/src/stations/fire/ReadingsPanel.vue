<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import ProgressBar from 'primevue/progressbar'
import { onBeforeUnmount, ref } from 'vue'

import { api, asked, Refused } from '../../api/client'
import { picked, sendFile } from '../../api/files'
import type { Live, LogJob } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { usePreferences } from '../../composables/usePreferences'

/** Readings of a real kiln: one typed now, a log as a file, or pasted. */
const props = defineProps<{ live: Live }>()
const emit = defineEmits<{ done: [] }>()
const preferences = usePreferences()
const shown = ref('')
const pasted = ref('')
const trouble = ref('')
const job = ref<LogJob | null>(null)
const input = ref<HTMLInputElement | null>(null)
let asking: ReturnType<typeof setTimeout> | undefined
onBeforeUnmount(() => clearTimeout(asking))

async function type() {
  if (!shown.value.trim()) return
  trouble.value = ''
  try {
    await asked(
      api.POST('/api/firings/{firing_id}/readings', {
        params: { path: { firing_id: props.live.firing_id } },
        body: { system: preferences.system, rows: [{ shown: shown.value, at: null }] },
      }),
    )
    shown.value = ''
    emit('done')
  } catch (error) {
    const faults = error instanceof Refused ? error.faults : []
    trouble.value = faults[0]?.message ?? (error as Error).message
  }
}

async function send(file: File) {
  trouble.value = ''
  try {
    job.value = await sendFile<LogJob>(`/api/firings/${props.live.firing_id}/log`, file)
    follow()
  } catch (error) {
    trouble.value = (error as Error).message
  }
}

async function follow() {
  if (!job.value) return
  try {
    job.value = (await asked(
      api.GET('/api/logs/{number}', { params: { path: { number: job.value.number } } }),
    )) as LogJob
  } catch (error) {
    if (error instanceof Refused) {
      trouble.value = error.message
      job.value = null
      return
    }
  }
  if (job.value?.is_done) {
    pasted.value = job.value.trouble ? pasted.value : ''
    emit('done')
  } else asking = setTimeout(() => void follow(), 400)
}

function choose(event: Event) {
  const file = picked(event)
  if (file) void send(file)
}
function drop(event: DragEvent) {
  const file = event.dataTransfer?.files[0]
  if (file) void send(file)
}
const paste = () => void send(new File([pasted.value], 'pasted.csv', { type: 'text/csv' }))
</script>

<template>
  <section class="readings" @dragover.prevent @drop.prevent="drop">
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
      <Button label="Write it down" @click="type" />
    </p>
    <p v-if="trouble" class="fault" role="alert">✕ {{ trouble }}</p>
    <input
      ref="input"
      type="file"
      accept=".csv,.txt,.tsv,.log,text/*"
      class="visually-hidden"
      tabindex="-1"
      aria-label="Log of this firing"
      @change="choose"
    />
    <p class="row">
      <Button label="Bring its log in" variant="outlined" @click="input?.click()" />
      <span class="small quiet">or drop it here, at any time, also while it runs</span>
    </p>
    <details>
      <summary>Paste a log</summary>
      <textarea v-model="pasted" rows="4" aria-label="A log as text"></textarea>
      <Button label="Bring it in" variant="outlined" size="small" :disabled="!pasted.trim()" @click="paste" />
    </details>
    <div v-if="job" role="status">
      <ProgressBar v-if="!job.is_done" :value="Math.round(job.share * 100)" />
      <p v-else-if="job.trouble" class="fault">✕ {{ job.trouble }}</p>
      <ul v-else class="small">
        <li>{{ job.count }} new.</li>
        <li v-for="(note, i) in job.notes" :key="i"><MessageText :said="note" /></li>
      </ul>
    </div>
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

.row :deep(input) {
  width: 7rem;
}

textarea {
  width: 100%;
  background: var(--sheet);
  color: inherit;
  border: 1px solid var(--rule);
}

.fault {
  color: var(--note);
  font-weight: 600;
}

ul {
  margin: 0;
  padding-left: 1.1rem;
}
</style>
