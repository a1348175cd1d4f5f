<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, defineAsyncComponent, ref } from 'vue'

import { api, request } from '../../api/client'
import { picked, sendFile } from '../../api/files'
import type { Choices, Cradle } from '../../api/types'
import ChoiceField from '../../components/ChoiceField.vue'
import TextField from '../../components/TextField.vue'
import { useInTurn } from '../../composables/useInTurn'
import { usePreferences } from '../../composables/usePreferences'
import DryingTimer from './DryingTimer.vue'
import ReleaseLog from './ReleaseLog.vue'

const MeshView = defineAsyncComponent(() => import('../../drawing/MeshView.vue'))

/** What is known of a cradle besides its room: release, fillings, condition, rating, drying, photograph. */
const props = defineProps<{ cradle: Cradle; choices: Choices }>()
const preferences = usePreferences()
const queries = useQueryClient()
const trouble = ref('')
const inTurn = useInTurn(() => props.cradle.version)
const level = ref(1)
const fills = computed(
  () => (props.cradle.care.fills ?? []) as { mass: string; kind: string; on: string; how: string }[],
)
const HOW: Record<string, string> = { fitted: 'fitted', short: 'was short', over: 'ran over' }
const words = (key: string) => String(props.cradle.care[key] ?? '')

async function write(body: { name?: string; care?: Record<string, unknown> }): Promise<boolean> {
  trouble.value = ''
  try {
    await inTurn((version) =>
      request(
        api.PATCH('/api/cradles/{cradle_id}', {
          params: { path: { cradle_id: props.cradle.id } },
          body: { version, system: preferences.system, care: {}, ...body },
        }),
      ),
    )
    return true
  } catch (error) {
    trouble.value = (error as Error).message
    return false
  } finally {
    await queries.invalidateQueries({ queryKey: ['cradles'] })
    void queries.invalidateQueries({ queryKey: ['piece'] })
  }
}
const care = (changes: Record<string, unknown>) => write({ care: changes })

async function photograph(event: Event) {
  const file = picked(event)
  if (!file) return
  trouble.value = ''
  try {
    await inTurn(() => sendFile<Cradle>(`/api/cradles/${props.cradle.id}/photo`, file))
  } catch (error) {
    trouble.value = (error as Error).message
  }
  await queries.invalidateQueries({ queryKey: ['cradles'] })
}
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
      <label class="text-button file"
        >{{ cradle.photo_id ? 'Another photograph' : 'Add a photograph'
        }}<input type="file" accept="image/jpeg,image/png,image/webp" @change="photograph"
      /></label>
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
        <MeshView :solid-id="cradle.solid_id" :level-m="cradle.outline.brim_m * level" />
        <label class="small"
          >Fill <input v-model.number="level" type="range" min="0" max="1" step="0.01" aria-label="Fill"
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
  gap: 10px 40px;
  padding: 6px 4px 22px 100px;
}

.more > .margin-note {
  grid-column: 1 / -1;
}

h3 {
  font-size: 0.95rem;
  border-bottom: 1px solid var(--ink);
  margin-top: 12px;
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  display: grid;
  grid-template-columns: 1fr auto 5rem;
  gap: 12px;
  padding: 4px 0;
  border-bottom: 1px solid var(--rule);
}

.facts {
  padding: 8px 0;
}

img {
  max-width: 100%;
  margin-top: 10px;
}

.file input {
  position: absolute;
  width: 1px;
  height: 1px;
  clip-path: inset(50%);
}

@media (max-width: 900px) {
  .more {
    grid-template-columns: minmax(0, 1fr);
    padding-left: 4px;
  }
}
</style>
