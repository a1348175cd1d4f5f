<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { computed, ref, watch } from 'vue'

import type { Kiln } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'
import { ActionButton } from '../../kit/ActionButton'
import { useLooking } from '../../kit/looking'
import Making from '../../kit/Making.vue'

/** The floor of the kiln from above, door at the bottom: places, and how much hotter or cooler they are than the middle. */
type Zone = { name: string; offset: string; at: number[] }
const props = defineProps<{ kiln: Kiln; fault?: string }>()
const emit = defineEmits<{ change: [zones: Zone[]] }>()
const preferences = usePreferences()
const looking = useLooking()

const WIDE = 220
const deep = computed(() =>
  Math.round(Math.min(260, Math.max(90, (WIDE * props.kiln.depth_m) / props.kiln.width_m))),
)
const zones = ref<Zone[]>([])
watch(
  () => props.kiln.zones,
  (rows) => (zones.value = rows.map((z) => ({ name: z.name, offset: z.typed, at: [...z.at] as number[] }))),
  { immediate: true },
)
const STARTS = [
  { name: 'front', at: [0.5, 0.15] },
  { name: 'back', at: [0.5, 0.85] },
  { name: 'left', at: [0.15, 0.5] },
  { name: 'right', at: [0.85, 0.5] },
]
function add() {
  const free = STARTS.find((s) => !zones.value.some((z) => z.name === s.name)) ?? {
    name: `place ${zones.value.length + 1}`,
    at: [0.5, 0.5],
  }
  emit('change', [...zones.value, { ...free, offset: '0 °C' }])
}
const edit = (i: number, change: Partial<Zone>) =>
  emit(
    'change',
    zones.value.map((z, j) => (j === i ? { ...z, ...change } : z)),
  )
const shownOffset = (i: number) => {
  const zone = props.kiln.zones[i]
  if (!zone) return ''
  const text = preferences.pick(zone.offset).text
  return zone.offset_k > 0 ? `+${text}` : text
}
</script>

<template>
  <section>
    <h3>Places</h3>
    <div class="plan">
      <svg :width="WIDE + 24" :height="deep + 34" role="img" :aria-label="`Floor of ${kiln.name} from above`">
        <rect class="wall" x="2" y="2" :width="WIDE + 20" :height="deep + 20" />
        <rect class="floor" x="12" y="12" :width="WIDE" :height="deep" />
        <text class="door" :x="WIDE / 2 + 12" :y="deep + 32" text-anchor="middle">front</text>
        <circle class="middle" :cx="WIDE / 2 + 12" :cy="deep / 2 + 12" r="3" />
        <g
          v-for="(zone, i) in zones"
          :key="i"
          :transform="`translate(${12 + (zone.at[0] ?? 0.5) * WIDE} ${12 + (1 - (zone.at[1] ?? 0.5)) * deep})`"
        >
          <circle
            class="zone"
            r="15"
            :style="{ fillOpacity: 0.15 + Math.min(0.6, Math.abs(kiln.zones[i]?.offset_k ?? 0) / 40) }"
          />
          <text class="figures" y="4" text-anchor="middle">{{ shownOffset(i) }}</text>
          <text :y="(zone.at[1] ?? 0.5) < 0.3 ? -20 : 26" text-anchor="middle">{{ zone.name }}</text>
        </g>
      </svg>
      <ul>
        <li v-for="(zone, i) in zones" :key="i">
          <InputText
            :readonly="looking"
            :model-value="zone.name"
            maxlength="40"
            :aria-label="`Name of place ${i + 1}`"
            @change="edit(i, { name: ($event.target as HTMLInputElement).value })"
          />
          <InputText
            :readonly="looking"
            :model-value="zone.offset"
            class="figures offset"
            maxlength="30"
            :aria-label="`${zone.name}: hotter than the middle by`"
            @change="edit(i, { offset: ($event.target as HTMLInputElement).value })"
          />
          <Making
            ><ActionButton
              :aria-label="`Take out ${zone.name}`"
              @click="
                emit(
                  'change',
                  zones.filter((_, j) => j !== i),
                )
              "
            >
              Take out
            </ActionButton></Making
          >
        </li>
        <li v-if="fault" class="fault" role="alert">✕ {{ fault }}</li>
        <Making
          ><li><ActionButton @click="add">Add a place</ActionButton></li></Making
        >
      </ul>
    </div>
  </section>
</template>

<style scoped>
.plan {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2) var(--s5);
}

.wall {
  fill: var(--refractory-pale);
  stroke: var(--ink);
}

.floor {
  fill: var(--sheet);
  stroke: var(--ink-quiet);
}

.zone {
  fill: var(--ember);
  stroke: var(--ink);
}

.middle {
  fill: var(--ink);
}

text {
  font-size: var(--f1);
  fill: var(--ink);
}

.door {
  fill: var(--ink-quiet);
}

ul {
  list-style: none;
  margin: 0;
  padding: 0;
  flex: 1;
  min-width: 15rem;
}

li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 5.6rem auto;
  gap: var(--s2);
  align-items: center;
  padding: var(--edge) 0;
}

.offset {
  font-family: var(--mono);
}

.fault {
  display: block;
  color: var(--note);
  font-weight: 600;
  font-size: var(--f2);
}
</style>
