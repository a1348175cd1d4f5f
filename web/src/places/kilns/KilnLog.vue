<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'

import { sendFile } from '../../api/files'
import type { Kiln, KilnLook } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { usePreferences } from '../../composables/usePreferences'
import Chart from '../../kit/Chart.vue'
import { useFetched } from '../../kit/keys'
import FilePick from '../../kit/FilePick.vue'
import { useAction } from '../../kit/useAction'
import Fold from '../../kit/Fold.vue'

/** A log of a firing: looked at, fitted and shown, and taken over only when the owner says so. */
const props = defineProps<{ kiln: Kiln }>()
const preferences = usePreferences()
const { refresh } = useFetched()
const file = ref<File | null>(null)
const look = ref<KilnLook | null>(null)

const looking = useAction(
  ({ log, keep }: { log: File; keep: boolean }) =>
    sendFile<KilnLook>(`/api/kilns/${props.kiln.id}/log?keep=${keep}&version=${props.kiln.version}`, log),
  {
    done: (found, { keep }) => {
      look.value = keep ? null : found
      if (!keep) return
      file.value = null
      void refresh('kilns', 'piece', 'pieces')
    },
  },
)
const { trouble, isBusy } = looking
const keepIt = () => file.value && looking.act({ log: file.value, keep: true })

function choose(chosen: File) {
  file.value = chosen
  look.value = null
  void looking.act({ log: chosen, keep: false })
}

const fit = computed(() => look.value?.fit)
const LOOKS = ['heat', 'ink'] as const
</script>

<template>
  <Fold name="kiln-log" label="A log of a firing" :is-used="!!look || isBusy || !!trouble">
    <div class="log">
      <p class="small quiet">
        A CSV of any columns: time, temperature, and set point or power where there are any. The part after
        the kiln was switched off tells most.
      </p>
      <p>
        <FilePick
          :label="isBusy ? 'Looking at it …' : 'Look at a log'"
          :name="`Log of ${kiln.name}`"
          accept=".csv,.txt,.tsv,.log,text/*"
          look="button"
          :is-busy="isBusy"
          @pick="choose"
        />
      </p>
      <p v-if="trouble" role="alert" class="fault">✕ {{ trouble }}</p>
      <template v-if="fit && look">
        <Chart label="The log, and the fall as fitted" :graph="fit.graph" :looks="LOOKS" :tall="200" />
        <p>
          500 to 100 °C: <b class="figures">{{ preferences.pick(fit.fall).text }}</b>, now
          {{ kiln.entries.fall?.shown ? preferences.pick(kiln.entries.fall.shown).text : '' }}. Empty to 800
          °C: <b class="figures">{{ fit.rise_to_800_s ? preferences.pick(fit.rise).text : 'not shown' }}</b>,
          now {{ kiln.entries.rise?.shown ? preferences.pick(kiln.entries.rise.shown).text : '' }}.
        </p>
        <ul class="small">
          <li v-for="(said, i) in fit.says" :key="i"><MessageText :said="said" /></li>
        </ul>
        <p class="go">
          <Button label="Take these times over" :disabled="isBusy" @click="keepIt()" />
          <Button label="Leave it as it was" variant="outlined" @click="((look = null), (file = null))" />
        </p>
      </template>
      <Fold v-else-if="kiln.fit" name="kiln-fit" :label="`From a log: ${kiln.fit.file}, ${kiln.fit.on}`">
        <ul class="small">
          <li v-for="(said, i) in kiln.fit.says" :key="i"><MessageText :said="said" /></li>
        </ul>
      </Fold>
    </div>
  </Fold>
</template>

<style scoped>
.log {
  display: grid;
  gap: var(--s2);
}

ul {
  margin: 0;
  padding-left: 1.1rem;
}
</style>
