<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'

import { api, request } from '../../api/client'
import type { Piece } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { usePiece } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'
import { ActionButton } from '../../kit/ActionButton'
import { useAction } from '../../kit/useAction'
import Section from '../../kit/Section.vue'
import Making from '../../kit/Making.vue'

/** What to put on the scale, line by line; and the rack: set aside, used, given back. */
const props = defineProps<{ piece: Piece }>()
const context = usePiece()
const preferences = usePreferences()
const isUsed = computed(() => props.piece.reservations.some((held) => held.is_used))

const WORDS = { aside: 'glass set aside', used: 'glass used', back: 'glass given back' }
const racking = useAction(
  (what: 'aside' | 'used' | 'back') =>
    request(
      api.POST(`/api/pieces/{piece_id}/glass/${what}`, {
        params: { path: { piece_id: props.piece.id } },
        body: { version: context.version(), stage: props.piece.stage_key },
      }),
    ),
  {
    scope: context.scope,
    done: (next, what) => context.take(next, WORDS[what]),
    conflict: () => context.query.refetch(),
  },
)
const { act: rack, trouble: said } = racking
</script>

<template>
  <Section :title="piece.plan.traits.is_filled ? 'On the scale' : 'To cut and to take'">
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
    <Making
      ><p class="acts">
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
        <ActionButton v-if="piece.reservations.length" @click="rack('back')"> Give it back </ActionButton>
      </p></Making
    >
    <p v-if="said" class="fault" role="alert">✕ {{ said }}</p>
  </Section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: flex;
  justify-content: space-between;
  gap: var(--s3);
  padding: var(--s2) 0;
  border-bottom: var(--line) solid var(--rule);
}

.other {
  margin-left: var(--s3);
}

li.each,
li.cold,
li.top-up {
  padding-left: var(--s4);
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2) var(--s4);
  align-items: center;
  padding: var(--s3) 0 0;
}

.fault {
  color: var(--note);
  font-weight: 600;
  font-size: var(--f2);
}
</style>
