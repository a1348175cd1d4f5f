<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'

import { api, request } from '../../api/client'
import type { Piece } from '../../api/types'
import { usePiece } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'
import { ActionButton } from '../../kit/ActionButton'
import { localNow } from '../../logic/localTime'
import { newKey } from '../../logic/keys'
import { keyOf, useFetched } from '../../kit/keys'
import { useAction } from '../../kit/useAction'
import Making from '../../kit/Making.vue'

/** A firing is begun here: by the stand-in, to practise, or as what somebody has started at a real kiln. */
const props = defineProps<{ piece: Piece }>()
const { refresh, put } = useFetched()
const router = useRouter()
const preferences = usePreferences()
const context = usePiece()
const at = ref(localNow(new Date()))
const key = newKey() // one for this page: pressed twice it begins once
const heat = computed(() => props.piece.plan.heat)

const starting = useAction(
  ({ isSimulated, isPast }: { isSimulated: boolean; isPast: boolean }) =>
    request(
      api.POST('/api/firings/{firing_id}/start', {
        params: { path: { firing_id: props.piece.firing.id } },
        body: {
          key,
          is_simulated: isSimulated,
          at: isPast ? new Date(at.value).toISOString() : null,
        },
      }),
    ),
  {
    done: async (live) => {
      await put(keyOf('live', props.piece.firing.id, props.piece.firing.stage_id), live)
      void refresh('today', 'pieces')
      return context.query.refetch()
    },
  },
)
const { troubles: trouble, isBusy } = starting
const start = (isSimulated: boolean, isPast: boolean) => starting.act({ isSimulated, isPast })
</script>

<template>
  <div class="start">
    <p class="answer" aria-live="polite">
      <template v-if="heat">
        <strong>Not begun.</strong> Planned for {{ preferences.pick(heat.starts).text }}, lid at
        {{ preferences.pick(heat.opens).text }}.
      </template>
      <template v-else>This kiln cannot fire it as it is planned; Heat says why.</template>
    </p>
    <div v-if="trouble.length" class="margin-note" role="alert">
      <p><strong>Something stands in the way.</strong> Tick it, or write down why, at Before:</p>
      <ul>
        <li v-for="line in trouble" :key="line">{{ line }}</li>
      </ul>
      <ActionButton @click="router.push({ name: 'piece', params: { id: piece.id, station: 'before' } })">
        To Before
      </ActionButton>
    </div>
    <Making
      ><div v-if="heat" class="ways">
        <section>
          <h3>I have started the kiln</h3>
          <p class="small quiet">
            You start it at its own controller; nothing here does. Readings are typed, or its log is dropped
            in.
          </p>
          <label class="when"
            >It began at <InputText v-model="at" type="datetime-local" :max="localNow(new Date())"
          /></label>
          <p class="go">
            <Button label="It began just now" :disabled="isBusy" @click="start(false, false)" />
            <Button
              label="It began at that time"
              variant="outlined"
              :disabled="isBusy"
              @click="start(false, true)"
            />
          </p>
        </section>
        <section>
          <h3>Practise</h3>
          <p class="small quiet">
            A made-up controller runs this programme against what is known of your kiln, as quickly as you
            like.
          </p>
          <p class="go">
            <Button
              label="Start the practice kiln"
              variant="outlined"
              :disabled="isBusy"
              @click="start(true, false)"
            />
          </p>
        </section></div
    ></Making>
  </div>
</template>

<style scoped>
.start {
  display: grid;
  gap: var(--s4);
}

.answer {
  font-size: var(--f5);
}

.ways {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(17.5rem, 1fr));
  gap: var(--s4) var(--s6);
}

section {
  border-top: var(--line) solid var(--ink);
  padding-top: var(--s3);
  display: grid;
  gap: var(--s2);
  align-content: start;
}

.when {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2);
  align-items: center;
}

ul {
  margin: var(--s1) 0;
  padding-left: 1.1rem;
}
</style>
