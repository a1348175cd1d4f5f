<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'

import { api, request } from '../../api/client'
import type { Session } from '../../api/types'
import Section from '../../kit/Section.vue'
import { keyOf, useFetched } from '../../kit/keys'
import { useAction } from '../../kit/useAction'

/** One's own name, the name one signs in by, and one's password. */
const props = defineProps<{ session: Session }>()
const { put, refresh } = useFetched()
const name = ref(props.session.name)
const signIn = ref(props.session.sign_in)
const old = ref('')
const next = ref('')
const isChanged = ref(false)
const taken = async (session: unknown) => {
  await put(keyOf('session'), session)
  return refresh('people')
}
const naming = useAction(
  () => request(api.PATCH('/api/session/me', { body: { name: name.value, sign_in: signIn.value } })),
  { done: taken },
)
const locking = useAction(
  () => request(api.POST('/api/session/password', { body: { old: old.value, new: next.value } })),
  {
    done: (session) => {
      old.value = next.value = ''
      isChanged.value = true
      return taken(session)
    },
  },
)
const isSame = computed(() => name.value === props.session.name && signIn.value === props.session.sign_in)
</script>

<template>
  <Section title="You">
    <form @submit.prevent="naming.act()">
      <label>You are called <InputText v-model="name" maxlength="80" autocomplete="name" /></label>
      <label>You sign in as <InputText v-model="signIn" maxlength="100" autocomplete="username" /></label>
      <p v-for="one in naming.troubles.value" :key="one" class="trouble" role="alert">✕ {{ one }}</p>
      <Button type="submit" label="Keep it" variant="outlined" :disabled="isSame" />
    </form>
    <form @submit.prevent="locking.act()">
      <label
        >Your password
        <InputText v-model="old" type="password" maxlength="200" autocomplete="current-password" required
      /></label>
      <label
        >A new one
        <InputText v-model="next" type="password" maxlength="200" autocomplete="new-password" required
      /></label>
      <p v-for="one in locking.troubles.value" :key="one" class="trouble" role="alert">✕ {{ one }}</p>
      <p v-if="isChanged" role="status" class="small">✓ Changed. Your other windows are signed out.</p>
      <Button type="submit" label="Change it" variant="outlined" :loading="locking.isBusy.value" />
    </form>
  </Section>
</template>

<style scoped>
form {
  display: grid;
  gap: var(--s3);
  padding: var(--s3) 0;
  justify-items: start;
}

label {
  display: grid;
  width: min(100%, 24rem);
}

.trouble {
  color: var(--note);
  font-weight: 600;
  margin: 0;
}
</style>
