<script setup lang="ts">
import { computed } from 'vue'

import type { Piece, Step, Taken } from '../../api/types'
import { useDocument, usePiece } from '../../composables/usePiece'
import { ActionButton } from '../../kit/ActionButton'
import ChoiceField from '../../kit/ChoiceField.vue'
import PieceField from '../../components/PieceField.vue'
import TextField from '../../kit/TextField.vue'
import { givers } from '../../logic/givers'

/** Of what it takes how many, and how long it takes where somebody knows better. */
const props = defineProps<{ piece: Piece; step: Step }>()
const context = usePiece()
const takes = useDocument<Taken[]>(context, () => context.at('takes'))
const all = computed(() => givers(props.piece).filter((g) => g.of !== props.step.key))
const free = computed(() => all.value.filter((g) => !takes.value?.some((t) => t.from === g.key)))
const name = (key: string) => all.value.find((g) => g.key === key)?.name ?? key
const write = (next: Taken[], label: string) =>
  context.change([{ path: context.at('takes'), value: next }], label)
const now = () => [...(takes.value ?? [])]
</script>

<template>
  <div>
    <div v-for="(taken, i) in takes ?? []" :key="taken.from" class="taken">
      <TextField
        :label="`Of “${name(taken.from)}”`"
        hint="so many"
        :value="String(taken.count ?? 1)"
        :most="5"
        @commit="
          (text: string) =>
            write(
              now().map((t, j) => (j === i ? { ...t, count: text as unknown as number } : t)),
              'how many are worked on',
            )
        "
      />
      <ActionButton
        v-if="(takes?.length ?? 0) > 1"
        @click="
          write(
            now().filter((_, j) => j !== i),
            'takes no longer',
          )
        "
      >
        Leave it out
      </ActionButton>
    </div>
    <ChoiceField
      v-if="free.length && step.does === 'glue'"
      label="Glue on"
      :value="null"
      :options="free"
      @choose="(key: string) => write([...now(), { from: key, count: 1 }], 'glued to another')"
    />
    <ChoiceField
      v-else-if="free.length"
      label="Take instead"
      :value="null"
      :options="free"
      @choose="(key: string) => write([{ from: key, count: 1 }], 'takes from another')"
    />
    <PieceField path="time" label="At the bench" placeholder="as reckoned" figure="bench_time" />
  </div>
</template>
