<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { ref } from 'vue'

import { api, request } from '../../api/client'
import type { Session } from '../../api/types'
import ChoiceField from '../../kit/ChoiceField.vue'
import Section from '../../kit/Section.vue'
import { ActionButton } from '../../kit/ActionButton'
import { keyOf, useFetched } from '../../kit/keys'
import { useAction } from '../../kit/useAction'

/** What the studio is called, and which of several one works in. */
const props = defineProps<{ session: Session; isOwner: boolean }>()
const { put, refresh, forgetAll } = useFetched()
const name = ref(props.session.studio)
const naming = useAction(() => request(api.PATCH('/api/studio', { body: { name: name.value } })), {
  done: async (people) => {
    await put(keyOf('people'), people)
    await refresh('session')
  },
})
const choosing = useAction((id: number) => request(api.POST('/api/session/studio', { body: { id } })), {
  done: async (session) => {
    forgetAll()
    await put(keyOf('session'), session)
    location.assign('/today')
  },
})
</script>

<template>
  <Section v-if="isOwner || session.studios.length > 1" title="The studio">
    <form v-if="isOwner" @submit.prevent="naming.act()">
      <label>It is called <InputText v-model="name" maxlength="80" /></label>
      <ActionButton type="submit" :disabled="name === session.studio">Keep it</ActionButton>
    </form>
    <ChoiceField
      v-if="session.studios.length > 1"
      label="You work in"
      is-view
      :value="session.studios.find((s) => s.is_here)?.id"
      :options="session.studios.map((s) => ({ key: s.id, name: s.name }))"
      @choose="(id: number) => choosing.act(id)"
    />
    <p v-if="naming.trouble.value || choosing.trouble.value" class="trouble" role="alert">
      ✕ {{ naming.trouble.value || choosing.trouble.value }}
    </p>
  </Section>
</template>

<style scoped>
form {
  display: flex;
  gap: var(--s4);
  align-items: end;
}

label {
  display: grid;
}

.trouble {
  color: var(--note);
  font-weight: 600;
}
</style>
