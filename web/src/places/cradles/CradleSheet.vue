<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'

import { api, request } from '../../api/client'
import { sendFile } from '../../api/files'
import type { Choices, Cradle } from '../../api/types'
import ChoiceField from '../../kit/ChoiceField.vue'
import TextField from '../../kit/TextField.vue'
import { useInTurn } from '../../kit/useInTurn'
import { usePreferences } from '../../composables/usePreferences'
import DryingTimer from './DryingTimer.vue'
import ReleaseLog from './ReleaseLog.vue'
import { useFetched } from '../../kit/keys'
import { useAction } from '../../kit/useAction'
import FilePick from '../../kit/FilePick.vue'
import Slide from '../../kit/Slide.vue'

const MeshView = defineAsyncComponent(() => import('../../drawing/MeshView.vue'))

/** What is known of a cradle besides its room: release, fillings, condition, rating, drying, photograph. */
const props = defineProps<{ cradle: Cradle; choices: Choices }>()
const preferences = usePreferences()
const { refresh } = useFetched()
const inTurn = useInTurn(() => props.cradle.version)
const level = ref(1)
const fills = computed(
  () => (props.cradle.care.fills ?? []) as { mass: string; kind: string; on: string; how: string }[],
)
const HOW: Record<string, string> = { fitted: 'fitted', short: 'was short', over: 'ran over' }
const words = (key: string) => String(props.cradle.care[key] ?? '')

const acting = useAction((work: () => Promise<Cradle>) => work(), {
  ended: () => Promise.all([refresh('cradles'), refresh('piece')]),
})
const { trouble } = acting
const write = (body: { name?: string; care?: Record<string, unknown> }) =>
  acting.act(() =>
    inTurn((version) =>
      request(
        api.PATCH('/api/cradles/{cradle_id}', {
          params: { path: { cradle_id: props.cradle.id } },
          body: { version, system: preferences.system, care: {}, ...body },
        }),
      ),
    ),
  )
const care = (changes: Record<string, unknown>) => write({ care: changes })

const photograph = (file: File) =>
  acting.act(() => inTurn(() => sendFile<Cradle>(`/api/cradles/${props.cradle.id}/photo`, file)))
</script>

<template>
  <div class="more">
    <p v-if="trouble" class="margin-note" role="alert">{{ trouble }}</p>
    <div>
      <TextField label="Name" :value="cradle.name" @commit="(name: string) => write({ name })" />
      <TextField
        label="Stands up to"
        :hint="`else ${preferences.pick(cradle.rated).text}`"
        :value="words('rated')"
        @commit="(rated: string) => care({ rated })"
      />
      <TextField
        label="Condition"
        :value="words('condition')"
        @commit="(condition: string) => care({ condition })"
      />
      <TextField
        label="Its maker’s first schedule"
        :value="words('first_schedule')"
        @commit="(first_schedule: string) => care({ first_schedule })"
      />
      <p class="small facts">
        The mould weighs about <b class="figures">{{ preferences.pick(cradle.mould).text }}</b>, the kiln
        warms it too. Fired {{ Number(cradle.care.firings ?? 0) }}
        {{ Number(cradle.care.firings ?? 0) === 1 ? 'time' : 'times' }}; in {{ cradle.pieces }}
        {{ cradle.pieces === 1 ? 'piece' : 'pieces' }}.
      </p>
      <ChoiceField
        label="Made for"
        :value="cradle.is_single_use"
        :options="[
          { key: true, name: 'one use' },
          { key: false, name: 'many firings' },
        ]"
        @choose="(single_use: boolean) => care({ single_use })"
      />
      <DryingTimer
        :drying="cradle.care.drying"
        :dry-at="cradle.dry_at"
        @change="(drying) => care({ drying })"
      />
      <FilePick
        :label="cradle.photo_id ? 'Another photograph' : 'Add a photograph'"
        accept="image/jpeg,image/png,image/webp"
        @pick="photograph"
      />
    </div>
    <div>
      <ReleaseLog :cradle="cradle" :choices="choices" @change="(release) => care({ release })" />
      <h3>Fillings</h3>
      <p v-if="!fills.length" class="quiet small">
        None written down. In a piece, press “fitted” when its charge was right.
      </p>
      <ul v-else>
        <li v-for="(one, i) in fills" :key="i">
          <span>{{ one.on }}, {{ one.kind }}</span
          ><span class="figures">{{ one.mass }}</span
          ><span class="small">{{ HOW[one.how] }}</span>
        </li>
      </ul>
      <template v-if="cradle.solid_id">
        <MeshView :source="`/api/solids/${cradle.solid_id}/view`" :level-m="cradle.outline.brim_m * level" />
        <label class="small"
          >Fill <Slide v-model="level" name="Fill" :low="0" :high="1" :step="0.01"
        /></label>
      </template>
      <img v-if="cradle.photo_id" :src="`/api/photos/${cradle.photo_id}`" alt="" />
    </div>
  </div>
</template>

<style scoped>
.more {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: var(--s3) var(--s8);
  padding: var(--s2) var(--s1) var(--s5) 6.25rem;
}

.more > .margin-note {
  grid-column: 1 / -1;
}

h3 {
  font-size: var(--f3);
  border-bottom: var(--line) solid var(--ink);
  margin-top: var(--s3);
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: grid;
  grid-template-columns: 1fr auto 5rem;
  gap: var(--s3);
  padding: var(--s1) 0;
  border-bottom: var(--line) solid var(--rule);
}

.facts {
  padding: var(--s2) 0;
}

img {
  max-width: 100%;
  margin-top: var(--s3);
}

@media (max-width: 56em) {
  .more {
    grid-template-columns: minmax(0, 1fr);
    padding-left: var(--s1);
  }
}
</style>
