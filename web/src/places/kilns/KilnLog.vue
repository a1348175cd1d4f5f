<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import Button from 'primevue/button'
import { computed, ref } from 'vue'

import { picked, sendFile } from '../../api/files'
import type { Kiln, KilnLook } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { usePreferences } from '../../composables/usePreferences'
import LineGraph from '../../drawing/LineGraph.vue'

/** A log of a firing: looked at, fitted and shown, and taken over only when the owner says so. */
const props = defineProps<{ kiln: Kiln }>()
const preferences = usePreferences()
const queries = useQueryClient()
const file = ref<File | null>(null)
const look = ref<KilnLook | null>(null)
const trouble = ref('')
const isBusy = ref(false)
const input = ref<HTMLInputElement | null>(null)

async function send(keep: boolean) {
  if (!file.value) return
  isBusy.value = true
  trouble.value = ''
  try {
    const found = await sendFile<KilnLook>(
      `/api/kilns/${props.kiln.id}/log?keep=${keep}&version=${props.kiln.version}`,
      file.value,
    )
    look.value = keep ? null : found
    if (keep) {
      file.value = null
      for (const key of ['kilns', 'piece', 'pieces']) void queries.invalidateQueries({ queryKey: [key] })
    }
  } catch (error) {
    trouble.value = (error as Error).message
  } finally {
    isBusy.value = false
  }
}

function choose(event: Event) {
  const chosen = picked(event)
  if (!chosen) return
  file.value = chosen
  look.value = null
  void send(false)
}

const fit = computed(() => look.value?.fit)
const LOOKS = ['heat', 'ink'] as const
</script>

<template>
  <section class="log">
    <h3>A log of a firing</h3>
    <p class="small quiet">
      A CSV of any columns: time, temperature, and set point or power where there are any. The part after the
      kiln was switched off tells most.
    </p>
    <input
      ref="input"
      type="file"
      accept=".csv,.txt,.tsv,.log,text/*"
      class="visually-hidden"
      tabindex="-1"
      :aria-label="`Log of ${kiln.name}`"
      @change="choose"
    />
    <p>
      <Button
        :label="isBusy ? 'Looking at it …' : 'Look at a log'"
        variant="outlined"
        :disabled="isBusy"
        @click="input?.click()"
      />
    </p>
    <p v-if="trouble" role="alert" class="fault">✕ {{ trouble }}</p>
    <template v-if="fit && look">
      <LineGraph label="The log, and the fall as fitted" :graph="fit.graph" :looks="LOOKS" :tall="200" />
      <p>
        500 to 100 °C: <b class="figures">{{ preferences.pick(fit.fall).text }}</b>, now
        {{ kiln.entries.fall?.shown ? preferences.pick(kiln.entries.fall.shown).text : '' }}. Empty to 800 °C:
        <b class="figures">{{ fit.rise_to_800_s ? preferences.pick(fit.rise).text : 'not shown' }}</b>, now
        {{ kiln.entries.rise?.shown ? preferences.pick(kiln.entries.rise.shown).text : '' }}.
      </p>
      <ul class="small">
        <li v-for="(said, i) in fit.says" :key="i"><MessageText :said="said" /></li>
      </ul>
      <p class="go">
        <Button label="Take these times over" :disabled="isBusy" @click="send(true)" />
        <Button label="Leave it as it was" variant="outlined" @click="((look = null), (file = null))" />
      </p>
    </template>
    <details v-else-if="kiln.fit">
      <summary class="small">From a log: {{ kiln.fit.file }}, {{ kiln.fit.on }}</summary>
      <ul class="small">
        <li v-for="(said, i) in kiln.fit.says" :key="i"><MessageText :said="said" /></li>
      </ul>
    </details>
  </section>
</template>

<style scoped>
.log {
  display: grid;
  gap: 6px;
}

h3 {
  font-size: 0.95rem;
}

.fault {
  color: var(--note);
  font-weight: 600;
}

.go {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}

ul {
  margin: 0;
  padding-left: 1.1rem;
}
</style>
