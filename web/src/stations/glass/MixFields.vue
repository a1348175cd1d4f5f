<script setup lang="ts">
import { computed } from 'vue'

import type { Choices, Piece } from '../../api/types'
import PieceField from '../../components/PieceField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import { ActionButton } from '../../kit/ActionButton'
import Section from '../../kit/Section.vue'

type Mix = NonNullable<Piece['stage']['glass']['mix']>

/** A recipe of grains, scaled to the charge: frit by parts, powder as a share of the frit's weight. */
const props = defineProps<{ piece: Piece; choices: Choices }>()
const context = usePiece()
const mix = computed(() => props.piece.stage.glass.mix ?? null)
const name = (key: string) => props.choices.forms.find((f) => f.key === key)?.name ?? key
const set = (value: Mix | null, label: string) =>
  context.change([{ path: `${STAGE}.glass.mix`, value }], label)
const begin = () =>
  set(
    {
      parts: [
        { form: 'coarse', parts: '2' },
        { form: 'medium', parts: '1' },
        { form: 'fine', parts: '1' },
      ],
      powder: '5 %',
      powder_weighed: '',
    },
    'a mix',
  )
</script>

<template>
  <Section title="Mix of grains">
    <template v-if="mix">
      <PieceField
        v-for="(part, index) in mix.parts"
        :key="index"
        :path="`glass.mix.parts.${index}.parts`"
        :label="`Parts of ${name(part.form)}`"
        figure="charge_mass"
      />
      <PieceField path="glass.mix.powder" label="Powder" hint="of the frit’s weight" figure="charge_mass" />
      <PieceField
        path="glass.mix.powder_weighed"
        label="Powder as weighed"
        hint="to be checked"
        placeholder="not yet"
      />
      <ActionButton @click="set(null, 'no mix')">One form alone</ActionButton>
    </template>
    <ActionButton v-else @click="begin">Mix several grains</ActionButton>
  </Section>
</template>
