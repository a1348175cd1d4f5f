<script setup lang="ts">
import { computed } from 'vue'

import type { AddedDocument, Stage } from '../../api/types'
import ChoiceEntry from '../../components/ChoiceEntry.vue'
import EntryGroup from '../../components/EntryGroup.vue'
import PieceField from '../../components/PieceField.vue'
import PieceText from '../../components/PieceText.vue'
import { useChoices } from '../../composables/useChoices'
import { usePiece } from '../../composables/usePiece'
import { ActionButton } from '../../kit/ActionButton'
import Fold from '../../kit/Fold.vue'
import Making from '../../kit/Making.vue'

/** What lies on the blank or in it besides whole sheets. */
const props = defineProps<{ stage: Stage }>()
const context = usePiece()
const { entry } = useChoices()
const kinds = computed(() => entry('layup.added.kind'))
const added = computed(() => props.stage.layup?.added ?? [])
const write = (next: (now: AddedDocument[]) => AddedDocument[], label: string) =>
  context.change(() => [{ path: context.at('layup.added'), value: next([...added.value]) }], label)
const isLine = (one: AddedDocument) => one.kind === 'stringer' || one.kind === 'wire'
const nameOf = (one: AddedDocument) =>
  one.name || kinds.value.find((k) => k.key === (one.kind ?? 'partial'))?.name
const coated = computed(() => (props.stage.layup?.layers ?? []).some((l) => l.coated && l.coated !== 'none'))
</script>

<template>
  <Fold
    name="blank-added"
    label="On it and in it"
    hint="part of a sheet, grains, stringers, a wire, coated faces"
    :is-used="added.length > 0 || coated"
  >
    <EntryGroup
      v-for="(one, i) in added"
      :key="i"
      :name="nameOf(one) ?? ''"
      @drop="write((now) => now.filter((_, j) => j !== i), 'nothing added')"
    >
      <PieceText :path="`layup.added.${i}.name`" label="Called" :usual="nameOf(one)" :most="60" />
      <PieceText :path="`layup.added.${i}.count`" label="How many" usual="1" :most="3" />
      <PieceField :path="`layup.added.${i}.thick`" label="Thick" placeholder="as usual for it" />
      <PieceField :path="`layup.added.${i}.length`" label="Long" placeholder="as the blank" />
      <PieceField
        v-if="!isLine(one)"
        :path="`layup.added.${i}.width`"
        label="Wide"
        placeholder="as the blank"
      />
      <PieceField :path="`layup.added.${i}.x`" label="Right of the middle" />
      <PieceField :path="`layup.added.${i}.y`" label="Away from you" />
    </EntryGroup>
    <Making
      ><p class="acts">
        <ActionButton
          v-for="kind in kinds"
          :key="kind.key"
          @click="write((now) => [...now, { kind: kind.key as AddedDocument['kind'] }], `${kind.name} added`)"
        >
          Add {{ kind.name }}
        </ActionButton>
      </p></Making
    >
    <ChoiceEntry
      v-for="(_, i) in stage.layup?.layers ?? []"
      :key="`coated-${i}`"
      :path="`layup.layers.${i}.coated`"
      :label="`Layer ${i + 1}`"
      hint="iridescent, dichroic"
      undo="which face is coated"
    />
  </Fold>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--s4);
}
</style>
