<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, asked } from '../../api/client'
import type { Piece } from '../../api/types'
import ChoiceField from '../../components/ChoiceField.vue'
import PieceField from '../../components/PieceField.vue'
import PieceText from '../../components/PieceText.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import { ENTERS, LEAVES, RELIEFS, SOAKS, SUPPORTS, THERE, useProcesses, WETS } from './processes'
import StartField from './StartField.vue'

const props = defineProps<{ piece: Piece }>()
const context = usePiece()
type Heat = Record<string, string | undefined>
type Stage = { process: string; cradle: { material: string }; heat: Heat }
const stage = computed(() => (props.piece.document as { stages: Stage[] }).stages[0]!)
const heat = computed(() => stage.value.heat)
const kilns = useQuery({ queryKey: ['kilns'], queryFn: () => asked(api.GET('/api/kilns')) })
const options = computed(() => (kilns.data.value ?? []).map((k) => ({ key: k.id, name: k.name })))
const kiln = computed(() => (kilns.data.value ?? []).find((k) => k.id === props.piece.kiln_id))
const places = computed(() => [
  { key: 'middle', name: 'the middle' },
  ...(kiln.value?.zones ?? []).map((z) => ({ key: z.name, name: z.name })),
])
const { all, options: processes } = useProcesses()
const done = computed(() => all.value.find((p) => p.key === stage.value.process))
const ways = computed(
  () =>
    ({
      sag: ['Across the mould', 'It shall go down'],
      arm: ['Overhang', 'Its end shall come down'],
      hang: ['It hangs', 'It shall stretch by'],
    })[done.value?.moves ?? ''],
)
const isSolid = computed(() => stage.value.process !== 'cast')
const set = (name: string, value: unknown, label: string) =>
  context.change([{ path: `${STAGE}.heat.${name}`, value }], label)
</script>

<template>
  <section aria-label="Choices for the firing">
    <ChoiceField
      label="What is done"
      :value="stage.process"
      :options="processes"
      @choose="(v: string) => context.change([{ path: `${STAGE}.process`, value: v }], 'process')"
    />
    <ChoiceField
      label="Kiln"
      :value="piece.kiln_id"
      :options="options"
      @choose="(value: number) => context.change([{ path: `${STAGE}.kiln_id`, value }], 'kiln')"
    />
    <StartField :piece="piece" />
    <PieceField path="heat.room" label="Room" figure="opening_temperature" />
    <PieceField path="heat.cast_at" label="Peak" placeholder="worked out" figure="cast_temperature" />
    <PieceField path="heat.cast_hold" label="Hold there" placeholder="worked out" figure="cast_hold" />
    <template v-if="ways">
      <PieceField path="heat.span" :label="ways[0]!" figure="cast_temperature" />
      <PieceField path="heat.depth" :label="ways[1]!" figure="moved" />
    </template>
    <PieceField path="heat.bubble_hold" label="Bubble soak" figure="bubble_temperature" />
    <ChoiceField
      label="Soak by"
      :value="heat.soak"
      :options="SOAKS"
      @choose="(v: string) => set('soak', v, 'soak school')"
    />
    <ChoiceField
      label="The glass is"
      :value="heat.leaves"
      :options="LEAVES"
      @choose="(v: string) => set('leaves', v, 'how heat leaves')"
    />
    <details :open="isSolid">
      <summary>How it goes in, and what else is in the kiln</summary>
      <ChoiceField
        label="Goes in as"
        :value="heat.enters ?? 'auto'"
        :options="ENTERS"
        @choose="(v: string) => set('enters', v, 'how it goes in')"
      />
      <ChoiceField
        label="Lies"
        :value="heat.on ?? 'cradle'"
        :options="SUPPORTS"
        @choose="(v: string) => set('on', v, 'what it lies on')"
      />
      <PieceField
        path="heat.thick"
        :label="stage.process === 'press' ? 'Press to' : 'Thickest'"
        hint="or as it fills"
        placeholder="worked out"
        figure="thickness_counts"
      />
      <ChoiceField
        label="Its face is"
        :value="heat.relief ?? 'none'"
        :options="RELIEFS"
        @choose="(v: string) => set('relief', v, 'relief')"
      />
      <ChoiceField
        v-if="stage.cradle.material === 'plaster-silica'"
        label="The mould is"
        :value="heat.wet ?? 'wet'"
        :options="WETS"
        @choose="(v: string) => set('wet', v, 'how wet the mould is')"
      />
      <PieceField path="heat.weight" label="Weighs on it" hint="shelves, posts" figure="moved" />
      <PieceField path="heat.shelves" label="More in the kiln" hint="shelves, moulds" figure="energy" />
      <ChoiceField
        v-if="places.length > 1"
        label="Stands in"
        :value="heat.place || 'middle'"
        :options="places"
        @choose="(v: string) => set('place', v === 'middle' ? '' : v, 'place in the kiln')"
      />
    </details>
    <details>
      <summary>Who is there, and when</summary>
      <ChoiceField
        label="At the peak"
        :value="heat.there ?? 'auto'"
        :options="THERE"
        @choose="(v: string) => set('there', v, 'who is there')"
      />
      <PieceText path="heat.wakes" label="Awake from" usual="07:00" :most="8" />
      <PieceText path="heat.sleeps" label="until" usual="22:00" :most="8" />
    </details>
  </section>
</template>

<style scoped>
summary {
  min-height: 40px;
  padding-top: 9px;
  cursor: pointer;
  font-weight: 650;
}
</style>
