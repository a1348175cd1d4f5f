<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'

import { api, request, Refused } from '../../api/client'
import type { Piece } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { usePiece } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'

/** What to put on the scale, line by line; and the rack: set aside, used, given back. */
const props = defineProps<{ piece: Piece }>()
const context = usePiece()
const preferences = usePreferences()
const said = ref('')
const isUsed = computed(() => props.piece.reservations.some((held) => held.is_used))

async function rack(what: 'aside' | 'used' | 'back') {
  said.value = ''
  try {
    const next = await request(
      api.POST(`/api/pieces/{piece_id}/glass/${what}`, {
        params: { path: { piece_id: props.piece.id } },
        body: { version: props.piece.version, stage: props.piece.stage_key },
      }),
    )
    await context.take(next, { aside: 'glass set aside', used: 'glass used', back: 'glass given back' }[what])
  } catch (error) {
    said.value = (error as Error).message
    if (error instanceof Refused && error.status === 409) await context.query.refetch()
  }
}
</script>

<template>
  <section aria-labelledby="weigh-heading">
    <h2 id="weigh-heading">{{ piece.plan.traits.is_filled ? 'On the scale' : 'To cut and to take' }}</h2>
    <ul>
      <li v-for="(line, i) in piece.plan.weigh" :key="i" :class="line.key">
        <span
          >{{ line.name }}
          <span v-if="line.size" class="figures">{{ preferences.pick(line.size).text }}</span></span
        >
        <span class="figures"
          ><b>{{ preferences.pick(line.shown).text }}</b>
          <span class="quiet small other">{{ preferences.other(line.shown).text }}</span></span
        >
      </li>
    </ul>
    <template v-if="piece.reservations.length">
      <p class="small quiet">{{ isUsed ? 'Used, off the rack:' : 'Set aside for this piece:' }}</p>
      <ul>
        <li v-for="held in piece.reservations" :key="held.item_id">
          <span
            >{{ held.name }} <span class="quiet small">{{ held.place }}</span></span
          ><span class="figures">{{ preferences.pick(held.mass).text }}</span>
        </li>
      </ul>
    </template>
    <p v-if="piece.reservations_gap" class="margin-note"><MessageText :said="piece.reservations_gap" /></p>
    <p class="acts">
      <Button
        v-if="!isUsed"
        variant="outlined"
        :label="piece.reservations.length ? 'Set aside anew' : 'Set the glass aside'"
        @click="rack('aside')"
      />
      <Button
        v-if="piece.reservations.length && !isUsed"
        label="It is in the kiln: take it off the rack"
        @click="rack('used')"
      />
      <button v-if="piece.reservations.length" type="button" class="text-button" @click="rack('back')">
        Give it back
      </button>
    </p>
    <p v-if="said" class="fault" role="alert">✕ {{ said }}</p>
  </section>
</template>

<style scoped>
h2 {
  font-size: 1rem;
  border-bottom: 1px solid var(--ink);
  padding-bottom: 4px;
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
}

.other {
  margin-left: 10px;
}

li.each,
li.cold,
li.top-up {
  padding-left: 16px;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  padding: 10px 0 0;
}

.fault {
  color: var(--note);
  font-weight: 600;
  font-size: 0.88rem;
}
</style>
