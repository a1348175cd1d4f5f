<script setup lang="ts">
import Textarea from 'primevue/textarea'
import Button from 'primevue/button'
import ProgressBar from 'primevue/progressbar'
import Select from 'primevue/select'
import { computed, onBeforeUnmount, ref } from 'vue'

import { ActionButton } from '../../kit/ActionButton'
import Fold from '../../kit/Fold.vue'
import { api, request, Refused } from '../../api/client'
import { sendFile } from '../../api/files'
import type { Live, LogJob } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { usePreferences } from '../../composables/usePreferences'
import { useAction } from '../../kit/useAction'
import FilePick from '../../kit/FilePick.vue'

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
const job = ref<LogJob | null>(null)
const sent = ref<File | null>(null)
const asks = computed(() => (job.value?.is_done ? job.value.asks : []))
let asking: ReturnType<typeof setTimeout> | undefined
onBeforeUnmount(() => clearTimeout(asking))

const sending = useAction(
  ({ file, isSure }: { file: File; isSure: boolean }) => {
    const told = new URLSearchParams({
      unit: unit.value === 'auto' ? '' : unit.value,
      is_sure: String(isSure),
    })
    return sendFile<LogJob>(`/api/firings/${props.live.firing_id}/log?${told}`, file)
  },
  {
    done: (begun) => {
      job.value = begun
      void following.act()
    },
  },
)
function send(file: File, isSure = false) {
  taking.forget()
  following.forget()
  sent.value = file
  void sending.act({ file, isSure })
}

const following = useAction(
  async () =>
    job.value &&
    ((await request(
      api.GET('/api/logs/{number}', { params: { path: { number: job.value.number } } }),
    )) as LogJob),
  {
    done: (found) => {
      job.value = found
      if (!found) return
      if (!found.is_done) return later()
      if (found.trouble || found.asks.length) return
      pasted.value = ''
      sent.value = null
      emit('done')
    },
    // refused, it is over; unheard, it goes on there and is asked for again
    failed: (error) => {
      if (error instanceof Refused) job.value = null
      else later()
    },
  },
)
const later = () => void (asking = setTimeout(() => void following.act(), 400))

function leave() {
  job.value = null
  sent.value = null
}

const taking = useAction(
  (id: number) =>
    request(
      api.POST('/api/firings/{firing_id}/logs/{log_id}/take-back', {
        params: { path: { firing_id: props.live.firing_id, log_id: id } },
      }),
    ),
  {
    done: () => {
      job.value = null
      emit('done')
    },
  },
)
const trouble = computed(
  () =>
    sending.trouble.value ||
    taking.trouble.value ||
    (following.isUnsent.value ? '' : following.trouble.value),
)

function drop(event: DragEvent) {
  const file = event.dataTransfer?.files[0]
  if (file) void send(file)
}
const paste = () => void send(new File([pasted.value], 'pasted.csv', { type: 'text/csv' }))
</script>

<template>
  <div class="log" @dragover.prevent @drop.prevent="drop">
    <p class="row">
      <FilePick
        label="Bring its log in"
        name="Log of this firing"
        accept=".csv,.txt,.tsv,.log,text/*"
        look="button"
        @pick="send"
      />
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
      <Textarea v-model="pasted" rows="4" aria-label="A log as text" />
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
        <ActionButton @click="taking.act(log.id)">take this log back</ActionButton>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.log {
  display: grid;
  gap: var(--s2);
}

.row {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2) var(--s4);
  align-items: center;
}

.asks {
  border-left: var(--s1) solid var(--note);
  padding-left: var(--s3);
  display: grid;
  gap: var(--s2);
}

textarea {
  width: 100%;
  background: var(--sheet);
  color: inherit;
  border: var(--line) solid var(--rule);
}

ul {
  margin: 0;
  padding-left: 1.1rem;
}
</style>
