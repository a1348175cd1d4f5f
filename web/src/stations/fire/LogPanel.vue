<script setup lang="ts">
import Button from 'primevue/button'
import ProgressBar from 'primevue/progressbar'
import Select from 'primevue/select'
import { computed, onBeforeUnmount, ref } from 'vue'

import Fold from '../../components/Fold.vue'
import { api, request, Refused } from '../../api/client'
import { picked, sendFile } from '../../api/files'
import type { Live, LogJob } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { usePreferences } from '../../composables/usePreferences'

/** A log of the kiln as a file, or pasted; request about where it does not look like this firing's; taken back. */
const props = defineProps<{ live: Live }>()
const emit = defineEmits<{ done: [] }>()
const preferences = usePreferences()
const UNITS = [
  { key: 'auto', name: 'as it says itself' },
  { key: 'degC', name: '°C' },
  { key: 'degF', name: '°F' },
]
const unit = ref('auto')
const pasted = ref('')
const trouble = ref('')
const job = ref<LogJob | null>(null)
const sent = ref<File | null>(null)
const input = ref<HTMLInputElement | null>(null)
const asks = computed(() => (job.value?.is_done ? job.value.asks : []))
let asking: ReturnType<typeof setTimeout> | undefined
onBeforeUnmount(() => clearTimeout(asking))

async function send(file: File, isSure = false) {
  trouble.value = ''
  sent.value = file
  const told = new URLSearchParams({ unit: unit.value === 'auto' ? '' : unit.value, is_sure: String(isSure) })
  try {
    job.value = await sendFile<LogJob>(`/api/firings/${props.live.firing_id}/log?${told}`, file)
    void follow()
  } catch (error) {
    trouble.value = (error as Error).message
  }
}

async function follow() {
  if (!job.value) return
  try {
    job.value = (await request(
      api.GET('/api/logs/{number}', { params: { path: { number: job.value.number } } }),
    )) as LogJob
  } catch (error) {
    if (error instanceof Refused) {
      trouble.value = error.message
      job.value = null
      return
    }
  }
  if (!job.value?.is_done) {
    asking = setTimeout(() => void follow(), 400)
    return
  }
  if (job.value.trouble || job.value.asks.length) return
  pasted.value = ''
  sent.value = null
  emit('done')
}

function leave() {
  job.value = null
  sent.value = null
}

async function takeBack(id: number) {
  trouble.value = ''
  try {
    await request(
      api.POST('/api/firings/{firing_id}/logs/{log_id}/take-back', {
        params: { path: { firing_id: props.live.firing_id, log_id: id } },
      }),
    )
    job.value = null
    emit('done')
  } catch (error) {
    trouble.value = (error as Error).message
  }
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
  <div class="log" @dragover.prevent @drop.prevent="drop">
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
    <Fold name="log-more" label="Paste a log, or say its unit">
      <label class="small"
        >Its degrees
        <Select
          v-model="unit"
          :options="UNITS"
          option-label="name"
          option-value="key"
          aria-label="Its degrees"
        />
      </label>
      <textarea v-model="pasted" rows="4" aria-label="A log as text"></textarea>
      <Button label="Bring it in" variant="outlined" size="small" :disabled="!pasted.trim()" @click="paste" />
    </Fold>
    <p v-if="trouble" class="fault" role="alert">✕ {{ trouble }}</p>
    <div v-if="asks.length" class="asks" role="alert">
      <p><strong>Does this log belong to this firing?</strong> Nothing of it was kept yet.</p>
      <ul>
        <li v-for="(one, i) in asks" :key="i"><MessageText :said="one" /></li>
      </ul>
      <p class="row">
        <Button label="Leave it out" @click="leave" />
        <Button label="It does: bring it in" variant="outlined" @click="sent && send(sent, true)" />
      </p>
    </div>
    <div v-else-if="job" role="status">
      <ProgressBar v-if="!job.is_done" :value="Math.round(job.share * 100)" />
      <p v-else-if="job.trouble" class="fault">✕ {{ job.trouble }}</p>
      <ul v-else class="small">
        <li>{{ job.count }} new.</li>
        <li v-for="(note, i) in job.notes" :key="i"><MessageText :said="note" /></li>
      </ul>
    </div>
    <ul v-if="live.logs.length" class="small" aria-label="Logs that were brought in">
      <li v-for="log in live.logs" :key="log.id">
        {{ log.name }}: {{ log.count }} readings, {{ preferences.pick(log.begins).unit }} to
        {{ preferences.pick(log.ends).unit }}
        <button type="button" class="text-button" @click="takeBack(log.id)">take this log back</button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.log {
  display: grid;
  gap: 8px;
}

.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}

.asks {
  border-left: 4px solid var(--note);
  padding-left: 12px;
  display: grid;
  gap: 6px;
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
