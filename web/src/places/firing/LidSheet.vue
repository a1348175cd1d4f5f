<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { watchEffect } from 'vue'
import { useRouter } from 'vue-router'
import Button from 'primevue/button'

import { api, request } from '../../api/client'
import type { FiringPage } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { useFiring } from '../../composables/useFiring'
import { usePreferences } from '../../composables/usePreferences'
import { useShortcuts } from '../../composables/useShortcuts'
import { ActionButton } from '../../kit/ActionButton'
import { keyOf } from '../../kit/keys'
import LoadState from '../../kit/LoadState.vue'
import FiringHeat from './FiringHeat.vue'
import LoadPlan from './LoadPlan.vue'

/** One sheet for the lid: the shelves from above, the programme, what is to be checked, and the clock. */
const props = defineProps<{ id: number }>()
const router = useRouter()
const preferences = usePreferences()
const { page, query } = useFiring(props.id)
const checks = useQuery({
  queryKey: keyOf('before', props.id),
  queryFn: () =>
    request(api.GET('/api/firings/{firing_id}/before', { params: { path: { firing_id: props.id } } })),
})
const print = () => window.print()
const back = () => router.push({ name: 'firing', params: { id: props.id } })
const levels = (of: FiringPage) => of.layout?.levels ?? []
useShortcuts({ p: print, Escape: back, u: preferences.flip })
watchEffect(() => (document.title = page.value ? `Lid: ${page.value.kiln.name}` : 'Cold Cradle'))
</script>

<template>
  <LoadState
    v-if="!page"
    :is-loading="query.isPending.value"
    :error="query.error.value"
    @again="query.refetch()"
  />
  <main v-else class="card-page light">
    <nav class="bar">
      <ActionButton @click="back">Back to the firing</ActionButton>
      <ActionButton @click="preferences.flip()">Flip units</ActionButton>
      <Button label="Print" @click="print" />
    </nav>
    <article class="card">
      <header>
        <h1>{{ page.kiln.name }}</h1>
        <p>
          {{ preferences.pick(page.starts).text }} · open
          {{ page.line ? preferences.pick(page.line.opens).text : '' }}
        </p>
      </header>
      <p><MessageText :said="page.answer" /></p>
      <div class="plans">
        <LoadPlan v-for="one in levels(page)" :key="one.number" :page="page" :level="one.number" is-still />
      </div>
      <ul class="plain-list who">
        <li v-for="member in page.members" :key="member.stage_id">
          <b>{{ member.letter }}</b> {{ member.name }}{{ member.copies > 1 ? ` × ${member.copies}` : '' }},
          {{ member.process.toLowerCase() }}: <MessageText :said="member.says" />
        </li>
      </ul>
      <FiringHeat v-if="page.line" :page="page" is-still />
      <p v-if="page.line" class="told small">
        For the controller ({{ page.line.told.unit }}):
        <span class="figures">{{
          page.line.told.steps.map((s) => `${s.rate} → ${s.to}, ${s.hold}`).join(' · ')
        }}</span>.
      </p>
      <ul class="plain-list checks small">
        <li
          v-for="line in checks.data.value?.lines.filter((l) => !l.is_good) ?? []"
          :key="`${line.stage_id}-${line.check.rule}`"
        >
          ☐ {{ checks.data.value!.stages.length > 1 ? `${line.piece}: ` : ''
          }}<MessageText :said="line.check.says" />
        </li>
      </ul>
    </article>
  </main>
</template>

<style scoped src="../piece/printCard.css"></style>
<style scoped>
.plans {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 18rem), 1fr));
  gap: var(--s3);
}

.checks {
  columns: 2;
}
</style>
