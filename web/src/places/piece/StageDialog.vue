<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import { computed, ref } from 'vue'

import { api, request } from '../../api/client'
import type { Piece } from '../../api/types'
import { ActionButton } from '../../kit/ActionButton'
import ChoiceField from '../../kit/ChoiceField.vue'
import CradlePicker from '../../components/CradlePicker.vue'
import MessageText from '../../components/MessageText.vue'
import ProcessPicker from '../../components/ProcessPicker.vue'
import { useStageActs } from '../../composables/useStageActs'
import { useStepActs } from '../../composables/useStepActs'
import { keyOf } from '../../kit/keys'

/** A further stage: what is done with what the one before gave. */
const shown = defineModel<boolean>({ required: true })
const props = defineProps<{ piece: Piece; step?: string }>()
const acts = useStageActs(() => props.piece)
const steps = useStepActs(() => props.piece)
const taken = computed(() => props.piece.steps.find((s) => s.key === props.step))
const from = computed(() => taken.value?.parts[0]?.key ?? props.piece.stage_key)
const name = computed(() => taken.value?.name ?? props.piece.plan.name)
const gives = computed(() => taken.value?.parts[0]?.gives ?? props.piece.plan.gives)
const process = ref(props.piece.plan.traits.lies_free ? 'slump' : 'polish')
const cradle = ref('new-')
const kilnId = ref(props.piece.kiln_id)
const isBusy = ref(false)
const kilns = useQuery({ queryKey: keyOf('kilns'), queryFn: () => request(api.GET('/api/kilns')) })
const options = computed(() => (kilns.data.value ?? []).map((k) => ({ key: k.id, name: k.name })))

async function work(does: string) {
  await steps.add(does, from.value, true)
  if (!steps.trouble.value) shown.value = false
}

async function add() {
  isBusy.value = true
  const isNew = cradle.value.startsWith('new-')
  const isDone = await acts.add({
    process: process.value,
    name: '',
    cradle_id: isNew ? null : Number(cradle.value),
    shape: isNew ? cradle.value.slice(4) : '',
    kiln_id: kilnId.value,
    after: from.value,
  })
  isBusy.value = false
  if (isDone) shown.value = false
}
</script>

<template>
  <Dialog v-model:visible="shown" modal header="Then …" :style="{ width: '46rem', maxWidth: '96vw' }">
    <form class="then" @submit.prevent="add">
      <p class="small">It takes in what “{{ name }}” gives: <MessageText :said="gives" />.</p>
      <fieldset class="bench">
        <legend>At the bench</legend>
        <Button
          v-for="one in piece.likely.filter((l) => l.is_likely)"
          :key="one.does"
          type="button"
          variant="outlined"
          :aria-label="one.name"
          :disabled="steps.isBusy.value"
          @click="work(one.does)"
        >
          <b>{{ one.name }}</b> <span class="small">{{ one.why }}</span>
        </Button>
        <p class="others">
          <ActionButton
            v-for="one in piece.likely.filter((l) => !l.is_likely)"
            :key="one.does"
            type="button"
            :disabled="steps.isBusy.value"
            :title="one.why"
            @click="work(one.does)"
          >
            {{ one.name }}
          </ActionButton>
        </p>
      </fieldset>
      <p v-if="steps.trouble.value" class="trouble" role="alert">✕ {{ steps.trouble.value }}</p>
      <h3>In a kiln</h3>
      <ProcessPicker v-model="process" />
      <CradlePicker v-model="cradle" :process="process" />
      <ChoiceField
        label="Kiln"
        :value="kilnId"
        :options="options"
        @choose="(key: number) => (kilnId = key)"
      />
      <p v-if="acts.trouble.value" class="trouble" role="alert">✕ {{ acts.trouble.value }}</p>
      <div class="go">
        <Button type="submit" label="Add the stage" :loading="isBusy" />
        <Button type="button" label="Leave it" variant="outlined" @click="shown = false" />
      </div>
    </form>
  </Dialog>
</template>

<style scoped>
.then {
  display: grid;
  gap: var(--s3);
}

.trouble {
  color: var(--note);
  font-weight: 600;
}

.bench {
  border: 0;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(11rem, 1fr));
  gap: var(--s2);
}

.bench :deep(.p-button) {
  display: grid;
  justify-items: start;
  justify-content: start;
  text-align: left;
  line-height: 1.25;
}

.bench .small {
  font-weight: 400;
}

.others {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--s4);
  margin: 0;
}

legend,
h3 {
  font-weight: 650;
  padding: 0 0 var(--s1);
  margin: 0;
}

.go {
  display: flex;
  gap: var(--s3);
}
</style>
