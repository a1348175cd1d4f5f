<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, asked } from '../api/client'

const route = useRoute()
const router = useRouter()
const queries = useQueryClient()
const name = ref('')
const password = ref('')
const trouble = ref('')
const isBusy = ref(false)

async function signIn() {
  trouble.value = ''
  isBusy.value = true
  try {
    queries.setQueryData(
      ['session'],
      await asked(api.POST('/api/session', { body: { name: name.value, password: password.value } })),
    )
    const next = String(route.query.next ?? '/pieces')
    await router.replace(next.startsWith('/') && !next.startsWith('//') ? next : '/pieces')
  } catch (error) {
    trouble.value = (error as Error).message
  } finally {
    isBusy.value = false
  }
}
</script>

<template>
  <form class="sign-in" @submit.prevent="signIn">
    <h1>Sign in</h1>
    <label>Name <InputText v-model="name" autocomplete="username" required /></label>
    <label
      >Password <InputText v-model="password" type="password" autocomplete="current-password" required
    /></label>
    <p v-if="trouble" role="alert">{{ trouble }}</p>
    <Button type="submit" label="Sign in" :loading="isBusy" />
  </form>
</template>

<style scoped>
.sign-in {
  display: grid;
  gap: 16px;
  max-width: 22rem;
}

label {
  display: grid;
}
</style>
