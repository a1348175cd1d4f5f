<script setup lang="ts">
import InputText from 'primevue/inputtext'

import type { Ring } from '../../../logic/rings'

/** The corners as exact numbers, in millimetres. */
const props = defineProps<{ ring: Ring }>()
const emit = defineEmits<{ change: [ring: Ring] }>()

function set(index: number, axis: 0 | 1, event: Event) {
  const field = event.target as HTMLInputElement
  const value = Number(field.value.replace(',', '.').replace(/mm$/, '').trim())
  const point = props.ring[index]!
  if (field.value.trim() === '' || !Number.isFinite(value)) {
    field.value = String(point[axis])
    return
  }
  if (value === point[axis]) return
  emit(
    'change',
    props.ring.map((p, i): [number, number] => (i === index ? (axis ? [p[0], value] : [value, p[1]]) : p)),
  )
}
const short = (value: number) => String(Math.round(value * 1000) / 1000)
</script>

<template>
  <div class="scroll">
    <table>
      <thead>
        <tr>
          <th scope="col">Point</th>
          <th scope="col">x mm</th>
          <th scope="col">y mm</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(point, i) in ring" :key="i">
          <th scope="row">{{ i + 1 }}</th>
          <td v-for="axis in [0, 1] as const" :key="axis">
            <InputText
              class="figures"
              :model-value="short(point[axis])"
              :aria-label="`${axis ? 'y' : 'x'} of point ${i + 1}, mm`"
              inputmode="decimal"
              @change="(event: Event) => set(i, axis, event)"
            />
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  max-height: 23.75rem;
  overflow: auto;
}

th {
  text-align: left;
  font-weight: 400;
  font-size: var(--f2);
}

input {
  width: 5.2rem;
  border: 0;
  border-bottom: var(--line) solid var(--rule);
  background: transparent;
  color: var(--ink);
  padding: var(--s1) var(--s0);
}
</style>
