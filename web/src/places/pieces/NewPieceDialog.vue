<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import { api, request } from '../../api/client'
import ChoiceField from '../../components/ChoiceField.vue'
import CradlePicker from '../../components/CradlePicker.vue'
import ProcessPicker from '../../components/ProcessPicker.vue'
import { localZone, nextHour } from '../../logic/localTime'

/** What is done, then on what, from what, where. */
const shown = defineModel<boolean>({ required: true })
const router = useRouter()
const queries = useQueryClient()
const name = ref('')
const process = ref('cast')
const cradle = ref('new-')
const kindId = ref<number | null>(null)
const kilnId = ref<number | null>(null)
const trouble = ref('')
const isBusy = ref(false)
const wants = { enabled: shown }
const kinds = useQuery({ queryKey: ['glass'], queryFn: () => request(api.GET('/api/glass')), ...wants })
const kilns = useQuery({ queryKey: ['kilns'], queryFn: () => request(api.GET('/api/kilns')), ...wants })

const stocked = computed(() =>
  [...(kinds.data.value ?? [])].sort((a, b) => Object.keys(b.rack).length - Object.keys(a.rack).length),
)
const kindOptions = computed(() => stocked.value.map((k) => ({ key: k.id, name: k.name })))
const kilnOptions = computed(() => (kilns.data.value ?? []).map((k) => ({ key: k.id, name: k.name })))
const hasNoKiln = computed(() => kilns.data.value?.length === 0)

watch([kindOptions, kilnOptions], () => {
  kindId.value ??= kindOptions.value[0]?.key ?? null
  kilnId.value ??= kilnOptions.value[0]?.key ?? null
})
watch(shown, (open) => {
  if (open) trouble.value = ''
})

async function make() {
  trouble.value = ''
  if (!name.value.trim()) {
    trouble.value = 'Give the piece a name.'
    return
  }
  // a quick hand is here before the lists are
  await Promise.all([kinds.suspense(), kilns.suspense()])
  kindId.value ??= kindOptions.value[0]?.key ?? null
  kilnId.value ??= kilnOptions.value[0]?.key ?? null
  if (kindId.value === null || kilnId.value === null) {
    trouble.value = 'Choose a glass and a kiln.'
    return
  }
  isBusy.value = true
  try {
    const isNew = cradle.value.startsWith('new-')
    const piece = await request(
      api.POST('/api/pieces', {
        body: {
          name: name.value,
          process: process.value,
          shape: isNew ? cradle.value.slice(4) : '',
          cradle_id: isNew ? null : Number(cradle.value),
          kind_id: kindId.value,
          kiln_id: kilnId.value,
          starts_at: nextHour(new Date()),
          zone: localZone(),
          system: 'metric',
          layup: {},
        },
      }),
    )
    void queries.invalidateQueries({ queryKey: ['pieces'] })
    shown.value = false
    name.value = ''
    await router.push({ name: 'piece', params: { id: piece.id } })
  } catch (error) {
    trouble.value = (error as Error).message
  } finally {
    isBusy.value = false
  }
}
</script>

<template>
  <Dialog v-model:visible="shown" modal header="New piece" :style="{ width: '46rem', maxWidth: '96vw' }">
    <form class="new" @submit.prevent="make">
      <ProcessPicker v-model="process" />
      <label class="name"
        >Name <InputText v-model="name" autofocus maxlength="80" autocomplete="off"
      /></label>
      <CradlePicker v-model="cradle" :process="process" />
      <ChoiceField
        label="Glass"
        :value="kindId"
        :options="kindOptions"
        @choose="(key: number) => (kindId = key)"
      />
      <ChoiceField
        v-if="!hasNoKiln"
        label="Kiln"
        :value="kilnId"
        :options="kilnOptions"
        @choose="(key: number) => (kilnId = key)"
      />
      <p v-else class="margin-note">
        No kiln yet. <RouterLink to="/kilns">Tell us about yours first</RouterLink>.
      </p>
      <p v-if="trouble" class="trouble" role="alert">✕ {{ trouble }}</p>
      <div class="go">
        <Button type="submit" label="Begin" :loading="isBusy" :disabled="hasNoKiln" />
        <Button type="button" label="Leave it" variant="outlined" @click="shown = false" />
      </div>
    </form>
  </Dialog>
</template>

<style scoped>
.new {
  display: grid;
  gap: 10px;
}

.new :deep(.row),
.name {
  grid-template-columns: 6rem minmax(0, 1fr);
}

.name {
  display: grid;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  min-height: 44px;
}

.trouble {
  color: var(--note);
  font-weight: 600;
}

.go {
  display: flex;
  gap: 10px;
  padding-top: 8px;
}
</style>
