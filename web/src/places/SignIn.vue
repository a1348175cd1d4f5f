<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, request, Refused } from '../api/client'

/** Sign in; whoever comes first makes the studio theirs instead. */
const props = defineProps<{ needsOwner?: boolean }>()

const route = useRoute()
const router = useRouter()
const queries = useQueryClient()
const name = ref('')
const password = ref('')
const again = ref('')
const troubles = ref<string[]>([])
const isBusy = ref(false)
const words = computed(() =>
  props.needsOwner
    ? { title: 'Make this studio yours', act: 'Begin', password: 'new-password' }
    : { title: 'Sign in', act: 'Sign in', password: 'current-password' },
)

async function send() {
  troubles.value = []
  if (props.needsOwner && again.value !== password.value) {
    troubles.value = ['The two passwords are not the same.']
    return
  }
  isBusy.value = true
  const body = { name: name.value, password: password.value }
  try {
    const session = await request(
      props.needsOwner ? api.POST('/api/session/owner', { body }) : api.POST('/api/session', { body }),
    )
    queries.setQueryData(['session'], session)
    const next = String(route.query.next ?? '/pieces')
    await router.replace(next.startsWith('/') && !next.startsWith('//') ? next : '/pieces')
  } catch (error) {
    const faults = error instanceof Refused ? error.faults.map((fault) => fault.message) : []
    troubles.value = faults.length ? faults : [(error as Error).message]
  } finally {
    isBusy.value = false
  }
}
</script>

<template>
  <form class="sign-in" @submit.prevent="send">
    <h1>{{ words.title }}</h1>
    <p v-if="needsOwner" class="quiet">
      Nobody has signed in here yet. The name and password you choose now are the owner’s; write them down,
      they are kept on this machine alone.
    </p>
    <label
      >Name <InputText v-model="name" autocomplete="username" maxlength="150" required autofocus
    /></label>
    <label
      >Password
      <InputText v-model="password" type="password" :autocomplete="words.password" maxlength="200" required
    /></label>
    <label v-if="needsOwner"
      >The same password again
      <InputText v-model="again" type="password" autocomplete="new-password" maxlength="200" required
    /></label>
    <ul v-if="troubles.length" role="alert" class="troubles">
      <li v-for="trouble in troubles" :key="trouble">{{ trouble }}</li>
    </ul>
    <Button type="submit" :label="words.act" :loading="isBusy" />
  </form>
</template>

<style scoped>
.sign-in {
  display: grid;
  gap: 16px;
  max-width: 24rem;
}

label {
  display: grid;
}

.troubles {
  margin: 0;
  padding-left: 1.1rem;
}
</style>
