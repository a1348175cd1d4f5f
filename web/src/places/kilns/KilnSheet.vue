<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import Fold from '../../kit/Fold.vue'
import { api, request } from '../../api/client'
import type { Kiln } from '../../api/types'
import ChoiceField from '../../kit/ChoiceField.vue'
import TextField from '../../kit/TextField.vue'
import TypedField from '../../kit/TypedField.vue'
import { keyOf } from '../../kit/keys'
import { useInTurn } from '../../kit/useInTurn'
import { usePreferences } from '../../composables/usePreferences'
import { useRowEdits } from '../../composables/useRowEdits'
import KilnCurves from './KilnCurves.vue'
import { CONTROLLER_FIELDS, KILN_FIELDS, LININGS, ROOM_FIELDS } from './kilnFields'
import KilnLog from './KilnLog.vue'
import KilnZones from './KilnZones.vue'

const props = defineProps<{ kiln: Kiln }>()
const preferences = usePreferences()
const { drafts, write, forget } = useRowEdits<Kiln>('kilns')
const inTurn = useInTurn(() => props.kiln.version)

const change = (name: string, typed: unknown) =>
  write(name, typeof typed === 'string' ? typed : '', () =>
    inTurn((version) =>
      request(
        api.PATCH('/api/kilns/{kiln_id}', {
          params: { path: { kiln_id: props.kiln.id } },
          body: { version, system: preferences.system, document: { [name]: typed } },
        }),
      ),
    ),
  )
const posts = computed(() =>
  Object.keys(props.kiln.entries)
    .filter((name) => name.startsWith('posts.'))
    .map((name) => props.kiln.entries[name]?.typed)
    .join(', '),
)
const firings = useQuery({
  queryKey: keyOf('firings', 'kilns'),
  queryFn: () => request(api.GET('/api/firings')),
})
const planned = computed(() =>
  (firings.data.value?.rows ?? []).filter((f) => f.kiln === props.kiln.name).slice(0, 6),
)
const SIZES = new Set(['width', 'depth', 'height'])
const READS = [
  { key: 'degC', name: '°C' },
  { key: 'degF', name: '°F' },
]
</script>

<template>
  <article>
    <h2>{{ kiln.name }}</h2>
    <p>
      Off after a soak it falls <b class="figures">{{ preferences.pick(kiln.off_first).text }}</b> at first.
    </p>
    <p v-if="planned.length" class="small">
      Planned:
      <template v-for="(one, i) in planned" :key="one.id"
        >{{ i ? ', ' : ''
        }}<RouterLink :to="{ name: 'firing', params: { id: one.id } }">{{
          one.pieces.join(' + ')
        }}</RouterLink></template
      >.
    </p>
    <TypedField
      v-for="field in KILN_FIELDS.filter((one) => !SIZES.has(one.name))"
      :key="field.name"
      :label="field.label"
      :hint="'hint' in field ? field.hint : undefined"
      :shown="kiln.entries[field.name]?.shown ?? null"
      :draft="drafts[field.name]?.typed"
      :fault="drafts[field.name]?.fault"
      :path="`${kiln.name}.${field.name}`"
      @commit="(typed: string) => change(field.name, typed)"
      @forget="forget(field.name)"
    />
    <Fold name="kiln-size" label="Size, lining, posts">
      <TypedField
        v-for="field in [...KILN_FIELDS.filter((one) => SIZES.has(one.name)), ...ROOM_FIELDS]"
        :key="field.name"
        :label="field.label"
        :hint="'hint' in field ? field.hint : undefined"
        :shown="kiln.entries[field.name]?.shown ?? null"
        :draft="drafts[field.name]?.typed"
        :fault="drafts[field.name]?.fault"
        :path="`${kiln.name}.${field.name}`"
        @commit="(typed: string) => change(field.name, typed)"
        @forget="forget(field.name)"
      />
      <ChoiceField
        label="Lined with"
        hint="brick falls fast at first"
        :value="kiln.lining"
        :options="[...LININGS]"
        @choose="(key: string) => change('lining', key)"
      />
      <TextField
        label="Posts that go with it"
        hint="25 mm, 50 mm"
        :value="posts"
        :most="120"
        :path="`${kiln.name}.posts`"
        :fault="drafts.posts?.fault"
        @commit="
          (typed: string) =>
            change(
              'posts',
              typed
                .split(/[,;]/)
                .map((p) => p.trim())
                .filter(Boolean),
            )
        "
      />
    </Fold>
    <Fold name="kiln-curves" label="Rise and fall">
      <p>
        Off and empty it falls
        <template v-for="([at, rate], i) in kiln.coasting" :key="i">
          <template v-if="i">{{ i === kiln.coasting.length - 1 ? ' and ' : ', ' }}</template><b
            class="figures"
            >{{ preferences.pick(rate!).text }}</b
          >
          at {{ preferences.pick(at!).text }}</template
        >.
      </p>
      <p class="quiet small">
        Plans: {{ kiln.pieces }}. Face and wall fall together with a time constant of
        {{ preferences.pick(kiln.time_constant).text }}.
      </p>
      <KilnCurves :kiln="kiln" />
    </Fold>
    <Fold
      name="kiln-zones"
      label="Hotter and colder places"
      :hint="kiln.zones.length ? `${kiln.zones.length} known` : 'none known'"
    >
      <KilnZones :kiln="kiln" :fault="drafts.zones?.fault" @change="(zones) => change('zones', zones)" />
    </Fold>
    <Fold name="kiln-controller" label="Controller and thermometer">
      <ChoiceField
        label="It reads"
        :value="kiln.reads"
        :options="READS"
        @choose="(key: string) => change('reads', key)"
      />
      <TextField
        label="Steps it holds"
        hint="0: any number"
        :value="String(kiln.most_steps)"
        :most="3"
        :path="`${kiln.name}.most_steps`"
        :fault="drafts.most_steps?.fault"
        @commit="(typed: string) => change('most_steps', typed)"
      />
      <TypedField
        v-for="field in CONTROLLER_FIELDS"
        :key="field.name"
        :label="field.label"
        :hint="field.hint"
        :shown="kiln.entries[field.name]?.shown ?? null"
        :draft="drafts[field.name]?.typed"
        :fault="drafts[field.name]?.fault"
        :path="`${kiln.name}.${field.name}`"
        @commit="(typed: string) => change(field.name, typed)"
        @forget="forget(field.name)"
      />
      <TextField
        label="Notes"
        hint="elements, repairs, release"
        :value="kiln.notes"
        :most="200"
        :path="`${kiln.name}.notes`"
        @commit="(typed: string) => change('notes', typed)"
      />
    </Fold>
    <KilnLog :kiln="kiln" />
  </article>
</template>

<style scoped>
article {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--s2);
  align-content: start;
}

h2 {
  font-size: var(--f4);
  border-bottom: var(--line) solid var(--ink);
  padding-bottom: var(--s1);
}
</style>
