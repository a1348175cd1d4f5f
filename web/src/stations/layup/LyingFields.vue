<script setup lang="ts">
import ChoiceField from '../../components/ChoiceField.vue'
import { STAGE, usePiece } from '../../composables/usePiece'
import type { StageDocument } from '../../composables/useStage'
import { ENTERS, RELIEFS, SUPPORTS } from './words'

/** How it lies and how it goes in: what heat has to know of it, rarely other than usual. */
defineProps<{ stage: StageDocument; family: string }>()
const context = usePiece()
const set = (name: string, value: unknown, label: string) =>
  context.change([{ path: `${STAGE}.layup.${name}`, value }], label)
</script>

<template>
  <details :open="(stage.layup.relief ?? 'none') !== 'none'">
    <summary>How it lies and goes in</summary>
    <ChoiceField
      label="Goes in as"
      :value="stage.layup.enters ?? 'auto'"
      :options="ENTERS"
      @choose="(v: string) => set('enters', v, 'how it goes in')"
    />
    <ChoiceField
      label="Lies"
      :value="stage.layup.on ?? 'auto'"
      :options="SUPPORTS"
      @choose="(v: string) => set('on', v, 'what it lies on')"
    />
    <ChoiceField
      label="Its face is"
      :value="stage.layup.relief ?? 'none'"
      :options="RELIEFS"
      @choose="(v: string) => set('relief', v, 'relief')"
    />
  </details>
</template>

<style scoped>
summary {
  min-height: 40px;
  padding-top: 9px;
  cursor: pointer;
  font-weight: 650;
}
</style>
