<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'
import { useRoute } from 'vue-router'

import { api, request } from '../api/client'
import LoadState from '../kit/LoadState.vue'
import { keyOf } from '../kit/keys'
import { useAction } from '../kit/useAction'
import { ROLES } from './people/roles'

/** Whoever opens an invitation: what it is for, and a name and a password for who is new. */
const props = defineProps<{ isSignedIn: boolean }>()
const secret = useRoute().hash.slice(1)
const name = ref('')
const password = ref('')
const invited = useQuery({
  queryKey: keyOf('invited', secret),
  queryFn: () => request(api.POST('/api/session/invited', { body: { secret } })),
  retry: false,
})
const joining = useAction(
  () =>
    request(api.POST('/api/session/join', { body: { secret, name: name.value, password: password.value } })),
  { done: () => location.replace('/today') },
)
const may = (role: string) => ROLES.find((one) => one.key === role)?.name
</script>

<template>
  <LoadState
    v-if="!invited.data.value"
    :is-loading="invited.isPending.value"
    :error="invited.error.value"
    @again="invited.refetch()"
  />
  <form v-else class="join" @submit.prevent="joining.act()">
    <h1>Join {{ invited.data.value.studio }}</h1>
    <p class="quiet">
      {{ invited.data.value.by || 'Its owner' }} asks you in. You may do: {{ may(invited.data.value.role) }}.
    </p>
    <template v-if="!props.isSignedIn">
      <label
        >You are called <InputText v-model="name" autocomplete="name" maxlength="80" required autofocus
      /></label>
      <label
        >A password of yours
        <InputText v-model="password" type="password" autocomplete="new-password" maxlength="200" required
      /></label>
    </template>
    <p v-for="one in joining.troubles.value" :key="one" class="trouble" role="alert">✕ {{ one }}</p>
    <Button type="submit" label="Come in" :loading="joining.isBusy.value" />
  </form>
</template>

<style scoped>
.join {
  display: grid;
  gap: var(--s4);
  max-width: 24rem;
}

label {
  display: grid;
}

.trouble {
  color: var(--note);
  font-weight: 600;
  margin: 0;
}
</style>
