<script setup lang="ts">
import { computed } from 'vue'

import type { Choices, Glass, Piece } from '../../api/types'
import { ActionButton } from '../../kit/ActionButton'
import ChoiceField from '../../kit/ChoiceField.vue'
import PieceField from '../../components/PieceField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import Section from '../../kit/Section.vue'
import Making from '../../kit/Making.vue'

type Extra = Pick<NonNullable<Piece['stage']['glass']['with']>[number], 'kind_id' | 'form' | 'mass'>

/** Other glasses in the same piece: a colour, a cap of clear. Each must go together with the main one. */
const props = defineProps<{ piece: Piece; kinds: Glass[]; choices: Choices }>()
const context = usePiece()
const extras = computed(() => props.piece.stage.glass.with ?? [])
const plain = (extra: Extra) => ({ kind_id: extra.kind_id, form: extra.form, mass: extra.mass })
const set = (to: Extra[], label: string) =>
  context.change([{ path: `${STAGE}.glass.with`, value: to.map(plain) }], label)
const change = (index: number, more: Partial<Extra>) =>
  set(
    extras.value.map((extra, i) => (i === index ? { ...extra, ...more } : extra)),
    'another glass',
  )
const options = computed(() => props.kinds.map((k) => ({ key: k.id, name: k.name })))
const add = () => {
  const first = props.kinds.find((k) => k.id !== props.piece.kind_id) ?? props.kinds[0]
  if (first) void set([...extras.value, { kind_id: first.id, form: 'medium', mass: '20 g' }], 'another glass')
}
</script>

<template>
  <Section title="Other glasses in it">
    <div v-for="(extra, index) in extras" :key="index" class="extra">
      <ChoiceField
        label="Glass"
        :value="extra.kind_id"
        :options="options"
        @choose="(kind_id: number) => change(index, { kind_id })"
      />
      <ChoiceField
        label="Form"
        :value="extra.form"
        :options="choices.forms"
        @choose="(form: Extra['form']) => change(index, { form })"
      />
      <PieceField :path="`glass.with.${index}.mass`" label="Weight" figure="charge_mass" />
    </div>
    <Making
      ><p class="more">
        <ActionButton v-if="extras.length < 8" :disabled="!kinds.length" @click="add">
          Put another glass in
        </ActionButton>
        <ActionButton v-if="extras.length" @click="set(extras.slice(0, -1), 'a glass less')">
          Take the last one out
        </ActionButton>
      </p></Making
    >
  </Section>
</template>

<style scoped>
.extra {
  border-left: var(--edge) solid var(--rule);
  padding-left: var(--s3);
}

.more {
  display: flex;
  gap: var(--s4);
  padding: var(--s2) 0;
}
</style>
