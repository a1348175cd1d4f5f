<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed, ref, useId, watch } from 'vue'

import type { Choices } from '../../api/types'
import ChoiceField from '../../components/ChoiceField.vue'
import PieceField from '../../components/PieceField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import { SIZE_NAMES, type CradleDocument, type CradlePart } from './methods'

/** The same sizes as on the drawing, as plain fields for keyboard and phone, and what the cradle is made of. */
const props = defineProps<{ cradle: CradleDocument; choices: Choices }>()
const context = usePiece()
const id = useId()
const measured = [{ path: 'cradle.measured', value: true }]
const name = ref('')
watch(
  () => props.cradle.name,
  (to) => (name.value = to),
  { immediate: true },
)
const draft = computed(() => context.drafts[`${STAGE}.cradle.name`])
const sizes = (part: CradlePart) => Object.keys(part).filter((key) => key !== 'shape')

function rename() {
  if (name.value !== props.cradle.name)
    void context.change([{ path: `${STAGE}.cradle.name`, value: name.value }], 'name of the cradle')
}

const startingPart = (shape: string) => ({ ...props.choices.shapes.find((s) => s.key === shape)?.parts[0] })
const set = (parts: unknown[], label: string) =>
  context.change([{ path: `${STAGE}.cradle.parts`, value: parts }], label)

function reshape(index: number, shape: string) {
  const next = { ...startingPart(shape), height: props.cradle.parts[index]!.height }
  void set(
    props.cradle.parts.map((part, i) => (i === index ? next : part)),
    'shape',
  )
}
const add = () => set([...props.cradle.parts, startingPart('cylinder')], 'a part on top')
const drop = () => set(props.cradle.parts.slice(0, -1), 'a part less')
</script>

<template>
  <section aria-labelledby="sizes-heading">
    <h2 id="sizes-heading">Sizes</h2>
    <div v-for="(part, index) in cradle.parts" :key="`${index}-${part.shape}`">
      <ChoiceField
        :label="cradle.parts.length > 1 ? `Shape of part ${index + 1}` : 'Shape'"
        :hint="index === 0 && cradle.parts.length > 1 ? 'lowest' : ''"
        :value="part.shape"
        :options="choices.shapes.filter((s) => index === 0 || s.key !== 'cap')"
        @choose="(shape: string) => reshape(index, shape)"
      />
      <PieceField
        v-for="size in sizes(part)"
        :key="size"
        :path="`cradle.parts.${index}.${size}`"
        :label="SIZE_NAMES[size] ?? size"
        figure="cradle_volume"
        :alongside="measured"
      />
    </div>
    <p class="parts">
      <button v-if="cradle.parts.length < 8" type="button" class="text-button" @click="add">
        Set a part on top
      </button>
      <button v-if="cradle.parts.length > 1" type="button" class="text-button" @click="drop">
        Take the top part off
      </button>
    </p>
    <PieceField
      path="cradle.line"
      label="Casting line"
      hint="above the deepest point"
      figure="thickness"
      :alongside="measured"
    />
    <PieceField path="cradle.reading" label="Sizes are read to" figure="cradle_volume" />
    <PieceField path="cradle.wall" label="Wall" hint="thickness of the mould" figure="thickness_counts" />
    <ChoiceField
      label="Made of"
      :value="cradle.material"
      :options="choices.materials"
      @choose="(value: string) => context.change([{ path: `${STAGE}.cradle.material`, value }], 'material')"
    />
    <div class="name">
      <label :for="id">Name of the cradle</label>
      <InputText
        :id="id"
        v-model="name"
        maxlength="80"
        @blur="rename"
        @keydown.enter="($event.target as HTMLInputElement).blur()"
      />
      <span v-if="draft" class="fault" role="alert">✕ {{ draft.message }}</span>
    </div>
  </section>
</template>

<style scoped>
h2 {
  font-size: 1rem;
  border-bottom: 1px solid var(--ink);
  padding-bottom: 4px;
}

.parts {
  display: flex;
  gap: 18px;
  padding: 6px 0;
}

.name {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 14.4rem;
  gap: 4px 10px;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px solid var(--rule);
}

.fault {
  grid-column: 1 / -1;
  color: var(--note);
  font-weight: 600;
  font-size: 0.88rem;
}
</style>
