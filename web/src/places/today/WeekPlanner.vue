<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'

import { api, request } from '../../api/client'
import type { Proposed, WeekOut } from '../../api/types'
import Answer from '../../components/Answer.vue'
import MessageText from '../../components/MessageText.vue'
import { usePreferences } from '../../composables/usePreferences'
import { ActionButton } from '../../kit/ActionButton'
import Fold from '../../kit/Fold.vue'
import { keep, keptJson } from '../../kit/kept'
import { useFetched } from '../../kit/keys'
import { useAction } from '../../kit/useAction'
import Making from '../../kit/Making.vue'

/** Firings proposed for all that waits: taken whole or one by one, taken back in one step. */
const week = defineModel<WeekOut | null>()
const preferences = usePreferences()
const { refresh } = useFetched()
const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
const kept = keptJson('days-off')
const off = ref<number[]>(Array.isArray(kept) ? kept.filter((d): d is number => typeof d === 'number') : [])
const canTakeBack = ref(false)
const toggle = (day: number) => {
  off.value = off.value.includes(day) ? off.value.filter((d) => d !== day) : [...off.value, day].slice(-6)
  keep('days-off', JSON.stringify(off.value))
}
const planning = useAction(() => request(api.POST('/api/week/plan', { body: { days_off: off.value } })), {
  done: (found) => {
    week.value = found as unknown as WeekOut
    canTakeBack.value = found.can_take_back
  },
})
const after = async () => {
  await refresh('today', 'pieces', 'piece', 'firings')
}
const taking = useAction(
  (some: Proposed[]) =>
    request(
      api.POST('/api/week/take', {
        body: {
          firings: some.map((one) => ({
            firing_ids: one.firing_ids,
            kiln_id: one.kiln_id,
            starts_at: one.starts_at,
            ends_at: one.ends_at,
          })),
        },
      }),
    ),
  {
    done: async (_, some) => {
      canTakeBack.value = true
      if (week.value)
        week.value = { ...week.value, firings: week.value.firings.filter((one) => !some.includes(one)) }
      await after()
    },
  },
)
const back = useAction(() => request(api.POST('/api/week/back')), {
  done: async () => {
    canTakeBack.value = false
    week.value = null
    await after()
  },
})
const trouble = computed(
  () => planning.troubles.value[0] ?? taking.troubles.value[0] ?? back.troubles.value[0] ?? '',
)
</script>

<template>
  <section class="week" aria-label="The week">
    <h2>The week</h2>
    <Making
      ><p class="tools">
        <Button
          :label="week ? 'Plan it anew' : 'Plan the week'"
          variant="outlined"
          :loading="planning.isBusy.value"
          @click="planning.act()"
        />
        <span v-if="planning.isBusy.value" class="small quiet" role="status"
          >Trying what goes together; ten seconds at most.</span
        >
        <ActionButton v-if="canTakeBack" @click="back.act()">Take the last back</ActionButton>
      </p></Making
    >
    <p v-if="trouble" class="fault" role="alert">✕ {{ trouble }}</p>
    <template v-if="week">
      <Answer :said="week.says" />
      <p v-if="week.firings.length" class="go">
        <Button label="Take all of it" @click="taking.act(week.firings)" />
      </p>
      <ul class="rows">
        <li v-for="one in week.firings" :key="one.firing_ids.join()">
          <div>
            <b>{{ one.names.join(', ') }}</b>
            <p class="small">
              {{ one.kiln }}, {{ preferences.pick(one.starts).text }} to {{ preferences.pick(one.ends).text }}
              <span v-if="one.late" class="fault">▲ <MessageText :said="one.late" /></span>
            </p>
          </div>
          <ActionButton @click="taking.act([one])">Take it</ActionButton>
        </li>
      </ul>
      <Fold v-if="week.left.length" name="week-left" :label="`${week.left.length} not in it`">
        <ul class="plain-list small">
          <li v-for="(one, i) in week.left" :key="i">
            <b>{{ one.name }}</b>: <MessageText :said="one.says" />
          </li>
        </ul>
      </Fold>
    </template>
    <Fold name="week-days" label="Days off" :hint="off.length ? off.map((d) => DAYS[d]).join(', ') : 'none'">
      <p class="tools">
        <ActionButton
          v-for="(day, i) in DAYS"
          :key="day"
          :aria-pressed="off.includes(i)"
          @click="toggle(i)"
          >{{ day }}</ActionButton
        >
      </p>
    </Fold>
  </section>
</template>

<style scoped>
.week {
  display: grid;
  gap: var(--s2);
}

.rows li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: var(--s3);
  align-items: center;
  border-bottom: var(--line) solid var(--rule);
  padding: var(--s1) 0;
}

p {
  margin: 0;
}
</style>
