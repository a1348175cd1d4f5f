<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, request } from '../api/client'
import { keyOf, useFetched } from '../kit/keys'
import { useAction } from '../kit/useAction'

/** Sign in; whoever comes first makes the studio theirs instead. */
const props = defineProps<{ needsOwner?: boolean }>()

const route = useRoute()
const router = useRouter()
const { put } = useFetched()
const name = ref('')
const password = ref('')
const again = ref('')
const words = computed(() =>
  props.needsOwner
    ? { title: 'Make this studio yours', act: 'Begin', password: 'new-password' }
    : { title: 'Sign in', act: 'Sign in', password: 'current-password' },
)

const entering = useAction(
  () => {
    if (props.needsOwner && again.value !== password.value)
      throw new Error('The two passwords are not the same.')
    const body = { name: name.value, password: password.value }
    return request(
      props.needsOwner ? api.POST('/api/session/owner', { body }) : api.POST('/api/session', { body }),
    )
  },
  {
    done: async (session) => {
      await put(keyOf('session'), session)
      if (props.needsOwner) return router.replace('/begin')
      const next = String(route.query.next ?? '/today')
      return router.replace(next.startsWith('/') && !next.startsWith('//') ? next : '/today')
    },
  },
)
const { troubles, isBusy } = entering
</script>

<template>
  <form class="sign-in" :class="{ first: needsOwner }" @submit.prevent="entering.act()">
    <h1>{{ words.title }}</h1>
    <p v-if="needsOwner" class="quiet">
      Nobody has signed in here yet. The name and password you choose now are the owner’s; write them down,
      they are kept on this machine alone.
    </p>
    <label
      >{{ needsOwner ? 'You are called' : 'Name' }}
      <InputText v-model="name" autocomplete="username" maxlength="150" required autofocus
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
  gap: var(--s4);
  max-width: 24rem;
}

/* stands where the steps that follow it stand */
.first {
  grid-template-columns: minmax(0, 24rem);
  width: min(100%, 40rem);
  max-width: none;
  margin: 0 auto;
}

label {
  display: grid;
}

.troubles {
  margin: 0;
  padding-left: 1.1rem;
}
</style>
