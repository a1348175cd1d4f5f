<script setup lang="ts">
import type { Ahead, Live } from '../../api/types'
import { usePreferences } from '../../composables/usePreferences'

defineProps<{ live: Live; ahead?: Ahead }>()
const preferences = usePreferences()
</script>

<template>
  <dl class="numbers">
    <div>
      <dt>Thermometer</dt>
      <dd class="figures">{{ live.glass ? preferences.pick(live.glass.shown).text : '—' }}</dd>
    </div>
    <div>
      <dt>Glass, skin · heart</dt>
      <dd class="figures">
        <template v-if="live.glass"
          >{{ preferences.pick(live.glass.skin).value }} ·
          {{ preferences.pick(live.glass.heart).text }}</template
        ><template v-else>—</template>
      </dd>
    </div>
    <div>
      <dt>Lid at</dt>
      <dd class="figures" data-opens>{{ live.opens ? preferences.pick(live.opens).unit : '—' }}</dd>
      <dd v-if="live.opens" class="small">{{ preferences.pick(live.opens).value }}</dd>
      <dd v-if="live.opens" class="small quiet">planned {{ preferences.pick(live.opens_planned).text }}</dd>
    </div>
    <div>
      <dt>Will keep</dt>
      <dd class="figures">{{ ahead?.left ? preferences.pick(ahead.left).text : '—' }}</dd>
      <dd v-if="ahead" class="small quiet">planned {{ preferences.pick(ahead.planned_left).text }}</dd>
    </div>
  </dl>
</template>

<style scoped>
.numbers {
  margin: 0;
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(138px, 1fr));
  gap: 8px 18px;
}

.numbers > div {
  border-left: 3px solid var(--rule);
  padding-left: 10px;
}

dt {
  font-size: 0.82rem;
  color: var(--ink-quiet);
}

dd {
  margin: 0;
  white-space: nowrap;
}

dd.figures {
  font-size: 1.28rem;
  font-weight: 650;
}
</style>
