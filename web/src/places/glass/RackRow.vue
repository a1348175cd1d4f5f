<script setup lang="ts">
import { computed, ref } from 'vue'

import { api, request } from '../../api/client'
import { sendFile } from '../../api/files'
import type { StockItem } from '../../api/types'
import { ActionButton } from '../../kit/ActionButton'
import ChoiceField from '../../kit/ChoiceField.vue'
import TextField from '../../kit/TextField.vue'
import TypedField from '../../kit/TypedField.vue'
import { useInTurn } from '../../kit/useInTurn'
import { usePreferences } from '../../composables/usePreferences'
import { useFetched } from '../../kit/keys'
import { useAction } from '../../kit/useAction'
import FilePick from '../../kit/FilePick.vue'
import Making from '../../kit/Making.vue'

/** One jar, box or sheet; open, everything about it can be changed. */
const props = defineProps<{ item: StockItem; forms: { key: string; name: string }[]; isOpen: boolean }>()
const emit = defineEmits<{ open: [] }>()
const preferences = usePreferences()
const { refresh } = useFetched()
const drafts = ref<Record<string, { typed: string; fault: string }>>({})
const inTurn = useInTurn(() => props.item.version)
const form = computed(() => props.forms.find((f) => f.key === props.item.form)?.name ?? props.item.form)
const shown = (name: string) => props.item.entries[name]?.shown ?? null
const size = computed(() => {
  const [thick, long, wide] = ['thickness', 'length', 'width'].map((n) => shown(n))
  const across = long && wide ? `${preferences.pick(long).text} × ${preferences.pick(wide).text}` : ''
  const left = props.item.area ? `${preferences.pick(props.item.area).text} left` : ''
  return [thick && preferences.pick(thick).text, across, left].filter(Boolean).join(', ')
})
const FIELDS = [
  { name: 'weight', label: 'Glass left' },
  { name: 'gross', label: 'Jar with glass', hint: 'the empty jar is taken off' },
  { name: 'jar', label: 'Empty jar' },
  { name: 'thickness', label: 'Sheet thickness' },
  { name: 'length', label: 'Sheet length' },
  { name: 'width', label: 'Sheet width' },
  { name: 'count', label: 'Sheets', hint: 'how many' },
  { name: 'price', label: 'Price of a kilogram', hint: 'your money' },
]

const settle = () => refresh('stock', 'glass', 'piece', 'pieces')
const writing = useAction(
  ({ name, typed, more = {} }: { name: string; typed: string; more?: { form?: string } }) =>
    inTurn((version) =>
      request(
        api.PATCH('/api/stock/{item_id}', {
          params: { path: { item_id: props.item.id } },
          body: {
            version,
            system: preferences.system,
            kind_id: props.item.kind_id,
            form: more.form ?? props.item.form,
            document: name ? { [name]: typed } : {},
          },
        }),
      ),
    ),
  {
    done: (_, { name }) => delete drafts.value[name],
    failed: (error, { name, typed }) => (drafts.value[name] = { typed, fault: error.message }),
    ended: settle,
  },
)
const write = (name: string, typed: string, more: { form?: string } = {}) =>
  writing.act({ name, typed, more })
const { act, trouble } = useAction((work: () => Promise<unknown>) => work(), { ended: settle })
const photograph = (file: File) =>
  act(() => inTurn(() => sendFile<StockItem>(`/api/stock/${props.item.id}/photo`, file)))
const path = () => ({ path: { item_id: props.item.id } })
const copy = () => act(() => request(api.POST('/api/stock/{item_id}/copy', { params: path() })))
const away = () =>
  act(() =>
    request(
      api.POST('/api/stock/{item_id}/away', {
        params: { ...path(), query: { away: !props.item.is_archived } },
      }),
    ),
  )
</script>

<template>
  <li :class="{ open: isOpen }">
    <div class="line">
      <ActionButton look="plain" class="name" :aria-expanded="isOpen" @click="emit('open')">
        <b>{{ item.kind }}</b>, {{ form }}
        <span class="quiet small">{{ [size, item.note].filter(Boolean).join(' · ') }}</span>
      </ActionButton>
      <span class="small quiet">{{ item.place }}</span>
      <span class="figures"
        ><b>{{ shown('weight') && preferences.pick(shown('weight')!).text }}</b>
        <span v-if="item.set_aside" class="quiet small"
          >, {{ preferences.pick(item.set_aside).text }} set aside</span
        ></span
      >
      <Making
        ><span class="acts row-acts">
          <ActionButton :aria-label="`Copy ${item.kind}, ${form}`" @click="copy"> Copy </ActionButton>
          <ActionButton
            :aria-label="`${item.is_archived ? 'Put back' : 'Put away'} ${item.kind}, ${form}`"
            @click="away"
          >
            {{ item.is_archived ? 'Put back' : 'Put away' }}
          </ActionButton>
        </span></Making
      >
    </div>
    <p v-if="trouble" class="margin-note" role="alert">{{ trouble }}</p>
    <div v-if="isOpen" class="more">
      <ChoiceField
        label="Form"
        :value="item.form"
        :options="forms"
        @choose="(key: string) => write('', '', { form: key })"
      />
      <TypedField
        v-for="field in FIELDS"
        :key="field.name"
        :label="field.label"
        :hint="field.hint"
        :shown="shown(field.name)"
        placeholder="not said"
        :draft="drafts[field.name]?.typed"
        :fault="drafts[field.name]?.fault"
        :path="`stock.${item.id}.${field.name}`"
        @commit="(typed: string) => write(field.name, typed)"
        @forget="delete drafts[field.name]"
      />
      <TextField label="Where it is" :value="item.place" @commit="(text: string) => write('place', text)" />
      <img
        v-if="item.photo_id"
        :src="`/api/photos/${item.photo_id}`"
        :alt="`Photograph of ${item.kind}, ${form}`"
      />
      <FilePick
        :label="item.photo_id ? 'Another photograph' : 'Add a photograph'"
        accept="image/jpeg,image/png,image/webp"
        @pick="photograph"
      />
      <TextField label="Note" :value="item.note" @commit="(text: string) => write('note', text)" />
    </div>
  </li>
</template>

<style scoped>
li {
  border-bottom: var(--line) solid var(--rule);
}

.line {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 0.9fr) minmax(0, 1fr) auto;
  gap: var(--s1) var(--s4);
  align-items: center;
  min-height: var(--row);
}

.name:hover b {
  text-decoration: underline var(--line) dotted;
  text-underline-offset: var(--s1);
}

.acts {
  display: flex;
  gap: var(--s4);
}

img {
  max-width: 100%;
  margin: var(--s2) 0;
  display: block;
}

.more {
  max-width: 34rem;
  padding: 0 0 var(--s4) var(--s4);
}

@media (max-width: 45em) {
  .line {
    grid-template-columns: minmax(0, 1fr) auto;
  }
}
</style>
