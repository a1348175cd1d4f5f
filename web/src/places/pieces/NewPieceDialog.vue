<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import { api, request } from '../../api/client'
import ChoiceField from '../../kit/ChoiceField.vue'
import CradlePicker from '../../components/CradlePicker.vue'
import ProcessPicker from '../../components/ProcessPicker.vue'
import { localZone, nextHour } from '../../logic/localTime'
import { keyOf, useFetched } from '../../kit/keys'
import { useAction } from '../../kit/useAction'

/** What is done, then on what, from what, where. */
const shown = defineModel<boolean>({ required: true })
const router = useRouter()
const { refresh } = useFetched()
const name = ref('')
const process = ref('cast')
const cradle = ref('new-')
const kindId = ref<number | null>(null)
const kilnId = ref<number | null>(null)
const wants = { enabled: shown }
const kinds = useQuery({ queryKey: keyOf('glass'), queryFn: () => request(api.GET('/api/glass')), ...wants })
const kilns = useQuery({ queryKey: keyOf('kilns'), queryFn: () => request(api.GET('/api/kilns')), ...wants })

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

const making = useAction(
  async () => {
    if (!name.value.trim()) throw new Error('Give the piece a name.')
    // a quick hand is here before the lists are
    await Promise.all([kinds.suspense(), kilns.suspense()])
    kindId.value ??= kindOptions.value[0]?.key ?? null
    kilnId.value ??= kilnOptions.value[0]?.key ?? null
    if (kindId.value === null || kilnId.value === null) throw new Error('Choose a glass and a kiln.')
    const isNew = cradle.value.startsWith('new-')
    return request(
      api.POST('/api/pieces', {
        body: {
          name: name.value,
          process: process.value,
          shape: isNew ? cradle.value.slice(4) : '',
          cradle_id: isNew ? null : Number(cradle.value),
          kind_id: kindId.value,
          kiln_id: kilnId.value,
          starts_at: nextHour(new Date()),
          is_undated: true, // no clock until somebody says when
          zone: localZone(),
          system: 'metric',
          layup: {},
        },
      }),
    )
  },
  {
    done: (piece) => {
      void refresh('pieces')
      shown.value = false
      name.value = ''
      return router.push({ name: 'piece', params: { id: piece.id } })
    },
  },
)
const { trouble, isBusy } = making
watch(shown, (open) => open && making.forget())
</script>

<template>
  <Dialog v-model:visible="shown" modal header="New piece" :style="{ width: '46rem', maxWidth: '96vw' }">
    <form class="new" @submit.prevent="making.act()">
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
  gap: var(--s3);
}

.new :deep(.row),
.name {
  grid-template-columns: 6rem minmax(0, 1fr);
}

.name {
  display: grid;
  align-items: center;
  border-bottom: var(--line) solid var(--rule);
  min-height: var(--row);
}

.trouble {
  color: var(--note);
  font-weight: 600;
}

.go {
  display: flex;
  gap: var(--s3);
  padding-top: var(--s2);
}
</style>
