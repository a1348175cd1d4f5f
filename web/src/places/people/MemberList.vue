<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { ref } from 'vue'
import { useRouter } from 'vue-router'

import { api, request } from '../../api/client'
import type { Member, People } from '../../api/types'
import ChoiceField from '../../kit/ChoiceField.vue'
import { ActionButton } from '../../kit/ActionButton'
import { keyOf, useFetched } from '../../kit/keys'
import { useAction } from '../../kit/useAction'
import { ROLES } from './roles'

/** Who works here; an owner changes what they may do, gives who has lost it a password, and asks them to leave. */
defineProps<{ people: People }>()
const router = useRouter()
const { put, refresh, forgetAll } = useFetched()
const password = ref<{ id: number; text: string } | null>(null)

const changing = useAction((act: () => Promise<unknown>) => act(), {
  done: async (next) => {
    if (next) await put(keyOf('people'), next)
    await refresh('people', 'session')
  },
})
const at = (member: Member) => ({ path: { member_id: member.id } })
const role = (member: Member, to: string) =>
  changing.act(() =>
    request(api.PATCH('/api/studio/members/{member_id}', { params: at(member), body: { role: to } })),
  )
async function out(member: Member) {
  const question = member.is_me
    ? 'Leave this studio? What you did in it stays.'
    : `Take ${member.name} out? What they did stays; they see nothing of it any more.`
  if (!window.confirm(question)) return
  const done = await changing.act(() =>
    request(api.POST('/api/studio/members/{member_id}/out', { params: at(member) })),
  )
  if (!done || !member.is_me) return
  forgetAll()
  await router.push('/')
}
async function give(member: Member) {
  const body = { password: password.value?.text ?? '' }
  const done = await changing.act(() =>
    request(api.POST('/api/studio/members/{member_id}/password', { params: at(member), body })),
  )
  if (done) password.value = null
}
</script>

<template>
  <ul class="members">
    <li v-for="member in people.members" :key="member.id">
      <p class="name">
        <b>{{ member.name }}</b> <span v-if="member.is_me" class="quiet small">you</span>
        <span v-if="member.sign_in && member.sign_in !== member.name" class="quiet small"
          >signs in as {{ member.sign_in }}</span
        >
      </p>
      <ChoiceField
        v-if="people.is_owner"
        :label="`What ${member.is_me ? 'you' : member.name} may do`"
        :value="member.role"
        :options="ROLES"
        @choose="(key: string) => role(member, key)"
      />
      <p v-else class="small quiet">{{ ROLES.find((r) => r.key === member.role)?.name }}</p>
      <p class="acts">
        <ActionButton v-if="member.is_me || people.is_owner" @click="out(member)">
          {{ member.is_me ? 'Leave' : 'Take out' }}
        </ActionButton>
        <ActionButton
          v-if="people.is_owner && !member.is_me && password?.id !== member.id"
          @click="password = { id: member.id, text: '' }"
        >
          Lost their password
        </ActionButton>
      </p>
      <form v-if="password?.id === member.id" class="give" @submit.prevent="give(member)">
        <label
          >A new password for {{ member.name }}, told to them by you
          <InputText v-model="password.text" maxlength="200" autocomplete="off" />
        </label>
        <ActionButton type="submit">Give it</ActionButton>
        <ActionButton @click="password = null">Leave it</ActionButton>
      </form>
    </li>
  </ul>
  <ul v-if="changing.troubles.value.length" class="trouble" role="alert">
    <li v-for="one in changing.troubles.value" :key="one">✕ {{ one }}</li>
  </ul>
</template>

<style scoped>
.members,
.trouble {
  list-style: none;
  margin: 0;
  padding: 0;
}

.members li {
  padding: var(--s3) 0;
}

.name {
  margin: 0;
  display: flex;
  gap: var(--s3);
  align-items: baseline;
}

.acts,
.give {
  display: flex;
  flex-wrap: wrap;
  gap: var(--s2) var(--s4);
  align-items: end;
  margin: var(--s2) 0 0;
}

.give label {
  display: grid;
}

.trouble {
  color: var(--note);
  font-weight: 600;
}
</style>
