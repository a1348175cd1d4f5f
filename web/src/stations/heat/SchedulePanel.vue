<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import Textarea from 'primevue/textarea'
import { computed, ref, useId, watch } from 'vue'

import { api, request } from '../../api/client'
import type { Piece } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { STAGE, useDocument, usePiece } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'
import { ActionButton } from '../../kit/ActionButton'
import RemarkList from './RemarkList.vue'
import ScheduleLines from './ScheduleLines.vue'
import { keyOf } from '../../kit/keys'
import Making from '../../kit/Making.vue'

/** Somebody else's schedule: pasted, read, run through this kiln and this glass, and told what it would do. */
const props = defineProps<{ piece: Piece }>()
const context = usePiece()
const preferences = usePreferences()
const id = useId()
const path = `${STAGE}.heat.schedule`
const standing = useDocument<string>(context, path)
const text = ref('')
watch(
  [standing, () => context.drafts[path]],
  () => (text.value = String(context.drafts[path]?.value ?? standing.value ?? '')),
  { immediate: true },
)
const isThere = computed(() => !!standing.value?.trim())
const judged = useQuery({
  queryKey: computed(() =>
    keyOf('piece', props.piece.id, props.piece.stage_key, 'judged', props.piece.version),
  ),
  queryFn: () =>
    request(
      api.GET('/api/pieces/{piece_id}/heat/judged', {
        params: { path: { piece_id: props.piece.id }, query: { stage: props.piece.stage_key } },
      }),
    ),
  enabled: isThere,
})
const keep = () => {
  if (text.value !== (standing.value ?? ''))
    void context.change([{ path, value: text.value }], 'pasted schedule')
}
const programme = computed(() => judged.data.value?.programme)
function changeLine(number: number, line: string) {
  const lines = text.value.split(/\r\n|\r|\n/)
  lines[number - 1] = line
  text.value = lines.join('\n')
  keep()
}
const EXAMPLE =
  '300 F/h to 1225 F hold 30 min\n600 F/h to 1480 F hold 10 min\nfull to 950 F hold 2 h\n100 F/h to 700 F'
</script>

<template>
  <div class="schedule">
    <Making
      ><div class="paste">
        <label :for="id">As it was written: prose, a list, a table, in °F or °C</label>
        <Textarea
          :id="id"
          v-model="text"
          rows="6"
          class="figures"
          maxlength="4000"
          spellcheck="false"
          :placeholder="EXAMPLE"
          @blur="keep"
        />
        <div class="go">
          <Button label="Judge it" :disabled="!text.trim()" @click="keep" />
          <ActionButton v-if="text" @click="((text = ''), keep())">Clear</ActionButton>
        </div>
      </div></Making
    >
    <div v-if="isThere" class="found" aria-live="polite">
      <p v-if="judged.isPending.value" class="quiet">Running it through the kiln and the glass …</p>
      <p v-else-if="judged.error.value" class="fault" role="alert">✕ {{ judged.error.value.message }}</p>
      <template v-else-if="judged.data.value">
        <p>
          <MessageText :said="judged.data.value.schedule.count" />
          <template v-if="programme">
            It takes <b class="figures">{{ preferences.pick(programme.total).text }}</b> and leaves about
            <b class="figures">{{ preferences.pick(programme.left).text }}</b>.
            <RouterLink :to="{ name: 'compare', params: { id: piece.id }, query: { a: 'ours', b: 'typed' } }"
              >Beside this plan</RouterLink
            >
          </template>
        </p>
        <ScheduleLines :lines="judged.data.value.schedule.lines" @change="changeLine" />
        <RemarkList v-if="programme" :remarks="programme.remarks" />
      </template>
    </div>
  </div>
</template>

<style scoped>
.schedule {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.5fr);
  gap: var(--s4);
}

.paste {
  display: grid;
  gap: var(--s2);
  align-content: start;
}

.paste textarea {
  width: 100%;
  font-family: var(--mono);
  font-size: var(--f2);
}

.go {
  display: flex;
  gap: var(--s4);
}

@media (max-width: 45em) {
  .schedule {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
