<script setup lang="ts">
import { computed, ref } from 'vue'

import { api, request } from '../../api/client'
import type { Glass } from '../../api/types'
import { ActionButton } from '../../kit/ActionButton'
import ChoiceField from '../../kit/ChoiceField.vue'
import TextField from '../../kit/TextField.vue'
import MessageText from '../../components/MessageText.vue'
import TypedField from '../../kit/TypedField.vue'
import { useInTurn } from '../../kit/useInTurn'
import { usePreferences } from '../../composables/usePreferences'
import { KIND_FIELDS } from './kindFields'
import { useFetched } from '../../kit/keys'
import { useAction } from '../../kit/useAction'
import Fold from '../../kit/Fold.vue'

/** One kind of glass: the temperatures that matter, and all its figures to be put right. */
const props = defineProps<{ kind: Glass }>()
const preferences = usePreferences()
const { refresh } = useFetched()
const inTurn = useInTurn(() => props.kind.version)
const edits = ref(false)
const drafts = ref<Record<string, { typed: string; fault: string }>>({})
const windows = computed(() => props.kind.landmarks)

const changing = useAction(
  ({ name, value }: { name: string; value: string | boolean }) =>
    inTurn((version) =>
      request(
        api.PATCH('/api/glass/{kind_id}', {
          params: { path: { kind_id: props.kind.id } },
          body: { version, system: preferences.system, rack: {}, document: { [name]: value } },
        }),
      ),
    ),
  {
    done: (_, { name }) => delete drafts.value[name],
    failed: (error, { name, value }) => (drafts.value[name] = { typed: String(value), fault: error.message }),
    ended: () => refresh('glass', 'piece', 'pieces', 'sums'),
  },
)
const change = (name: string, value: string | boolean) => changing.act({ name, value })
const putting = useAction(
  () =>
    request(
      api.POST('/api/glass/{kind_id}/away', {
        params: { path: { kind_id: props.kind.id }, query: { away: !props.kind.is_archived } },
      }),
    ),
  { isTold: true, ended: () => refresh('glass') },
)
</script>

<template>
  <article>
    <h3>{{ kind.name }}</h3>
    <p class="quiet small">
      {{ preferences.pick(kind.density).text }} · expansion
      {{ kind.is_unknown ? 'unknown, which is not the same as fine' : preferences.pick(kind.expansion).text
      }}<template v-if="kind.lead"> · holds lead, not for food</template
      ><template v-if="kind.family">
        · family “{{ kind.family }}”{{ kind.is_tested ? ', tested by its maker' : '' }}</template
      >
    </p>
    <p v-if="kind.doubt" class="small doubt">? <MessageText :said="kind.doubt" /></p>
    <Fold name="kind-marks" label="Its temperatures" :is-used="edits">
      <dl>
        <template v-for="mark in windows" :key="mark.key">
          <dt>{{ mark.name }}</dt>
          <dd class="figures">
            {{ preferences.pick(mark.low).text
            }}<template v-if="mark.high_c - mark.low_c > 0.5">
              to {{ preferences.pick(mark.high).text }}</template
            >
          </dd>
        </template>
      </dl>
      <p class="quiet small">{{ kind.source }}</p>
      <p class="acts">
        <ActionButton
          :aria-expanded="edits"
          :aria-label="`${edits ? 'Close' : 'Put its figures right'}: ${kind.name}`"
          @click="edits = !edits"
        >
          {{ edits ? 'Close' : 'Put its figures right' }}
        </ActionButton>
        <ActionButton
          v-if="edits || kind.is_archived"
          :aria-label="`${kind.is_archived ? 'Put back' : 'Put away'} ${kind.name}`"
          @click="putting.act()"
        >
          {{ kind.is_archived ? 'Put back' : 'Put away' }}
        </ActionButton>
      </p>
    </Fold>
    <div v-if="edits">
      <TextField
        label="Name"
        :value="kind.name"
        :fault="drafts.name?.fault"
        @commit="(text: string) => change('name', text)"
      />
      <TypedField
        v-for="field in KIND_FIELDS"
        :key="field.name"
        :label="field.label"
        :hint="'hint' in field ? field.hint : undefined"
        :shown="kind.entries[field.name]?.shown ?? null"
        :draft="drafts[field.name]?.typed"
        :fault="drafts[field.name]?.fault"
        :path="`${kind.key}.${field.name}`"
        @commit="(typed: string) => change(field.name, typed)"
        @forget="delete drafts[field.name]"
      />
      <TextField
        label="Family"
        hint="glasses it is made to be fused with"
        :value="kind.family"
        @commit="(text: string) => change('family', text)"
      />
      <ChoiceField
        label="Tested together by its maker"
        :value="kind.is_tested"
        :options="[
          { key: true, name: 'yes' },
          { key: false, name: 'no' },
        ]"
        @choose="(tested: boolean) => change('tested', tested)"
      />
      <TextField
        label="Source"
        hint="where these figures come from"
        :value="kind.source"
        @commit="(text: string) => change('source', text)"
      />
    </div>
  </article>
</template>

<style scoped>
h3 {
  font-size: var(--f3);
  border-bottom: var(--line) solid var(--rule);
  padding-bottom: var(--s1);
}

dl {
  display: grid;
  grid-template-columns: 1fr max-content;
  margin: var(--s2) 0;
  font-size: var(--f2);
}

dd {
  margin: 0;
  text-align: right;
}

.acts {
  display: flex;
  gap: var(--s4);
  padding: var(--s1) 0;
}
</style>
