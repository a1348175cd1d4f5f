<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import { computed, ref } from 'vue'

import { api, request } from '../../api/client'
import type { Piece } from '../../api/types'
import ChoiceField from '../../kit/ChoiceField.vue'
import CradlePicker from '../../components/CradlePicker.vue'
import MessageText from '../../components/MessageText.vue'
import ProcessPicker from '../../components/ProcessPicker.vue'
import { useStageActs } from '../../composables/useStageActs'
import { keyOf } from '../../kit/keys'

/** A further stage: what is done with what the one before gave. */
const shown = defineModel<boolean>({ required: true })
const props = defineProps<{ piece: Piece }>()
const acts = useStageActs(() => props.piece)
const process = ref(props.piece.plan.traits.lies_free ? 'slump' : 'polish')
const cradle = ref('new-')
const kilnId = ref(props.piece.kiln_id)
const isBusy = ref(false)
const kilns = useQuery({ queryKey: keyOf('kilns'), queryFn: () => request(api.GET('/api/kilns')) })
const options = computed(() => (kilns.data.value ?? []).map((k) => ({ key: k.id, name: k.name })))

async function add() {
  isBusy.value = true
  const isNew = cradle.value.startsWith('new-')
  const isDone = await acts.add({
    process: process.value,
    name: '',
    cradle_id: isNew ? null : Number(cradle.value),
    shape: isNew ? cradle.value.slice(4) : '',
    kiln_id: kilnId.value,
  })
  isBusy.value = false
  if (isDone) shown.value = false
}
</script>

<template>
  <Dialog v-model:visible="shown" modal header="Then …" :style="{ width: '46rem', maxWidth: '96vw' }">
    <form class="then" @submit.prevent="add">
      <p class="small">
        It takes in what “{{ piece.plan.name }}” gives: <MessageText :said="piece.plan.gives" />.
      </p>
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

.go {
  display: flex;
  gap: var(--s3);
}
</style>
