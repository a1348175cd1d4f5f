<script setup lang="ts">
import { computed } from 'vue'

import type { HeatPlan } from '../api/types'
import { usePreferences } from '../composables/usePreferences'
import Chart from '../kit/Chart.vue'

/** What stays in the glass, from its open face down: pulled to the right, pressed to the left. */
const props = defineProps<{ profile: HeatPlan['profile'] }>()
const preferences = usePreferences()
const LOOKS = ['glass', 'limit'] as const
const units = computed(() =>
  preferences.system === 'metric'
    ? [props.profile.up.unit_metric, props.profile.across.unit_metric]
    : [props.profile.up.unit_us, props.profile.across.unit_us],
)
</script>

<template>
  <section>
    <h3>Through the thickness, when cold: {{ units[0] }} below the open face</h3>
    <Chart
      label="Stress left in the glass against depth below its open face"
      :graph="profile"
      :looks="LOOKS"
      :across-name="`pressed ← ${units[1]} → pulled`"
      up-name=""
      :tall="190"
      is-plain
    />
    <p class="small quiet">As run, with the glass settling while it cools; good to some 30 %.</p>
  </section>
</template>

<style scoped>
h3 {
  font-size: var(--f2);
  color: var(--ink-quiet);
  margin-bottom: var(--s1);
}
</style>
