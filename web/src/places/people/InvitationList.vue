<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import { computed, ref } from 'vue'

import { api, request } from '../../api/client'
import type { People } from '../../api/types'
import ChoiceField from '../../kit/ChoiceField.vue'
import Section from '../../kit/Section.vue'
import { ActionButton } from '../../kit/ActionButton'
import { useFetched } from '../../kit/keys'
import { useAction } from '../../kit/useAction'
import { ROLES } from './roles'

/** Links that make somebody a member, once, within three days. */
defineProps<{ people: People }>()
const { refresh } = useFetched()
const role = ref('maker')
const secret = ref('')
const at = ref('')
const wasCopied = ref(false)
// behind the hash: what stands there is sent to nobody
const link = computed(() => (secret.value ? `${at.value || `${location.origin}/`}join#${secret.value}` : ''))

const isHereAlone = computed(
  () => !at.value && ['localhost', '127.0.0.1', '[::1]'].includes(location.hostname),
)

const making = useAction(() => request(api.POST('/api/studio/invitations', { body: { role: role.value } })), {
  done: (made) => {
    secret.value = made.secret
    at.value = made.at
    wasCopied.value = false
    return refresh('people')
  },
})
const taking = useAction(
  (id: number) =>
    request(
      api.POST('/api/studio/invitations/{invitation_id}/out', { params: { path: { invitation_id: id } } }),
    ),
  { done: () => refresh('people') },
)
const copy = () => navigator.clipboard?.writeText(link.value).then(() => (wasCopied.value = true))
const until = (at: string) =>
  new Date(at).toLocaleString('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  })
const trouble = computed(() => making.trouble.value || taking.trouble.value)
</script>

<template>
  <Section title="Ask somebody in">
    <ChoiceField label="They may" :value="role" :options="ROLES" @choose="(key: string) => (role = key)" />
    <p><Button label="Make a link" :loading="making.isBusy.value" @click="making.act()" /></p>
    <div v-if="link" class="made">
      <label
        >Good once, for three days; shown only now
        <InputText :model-value="link" readonly @focus="($event.target as HTMLInputElement).select()" />
      </label>
      <p v-if="isHereAlone" class="small quiet">
        So it opens on this machine alone. For others start the studio with --lan, or put it behind a name.
      </p>
      <ActionButton @click="copy">{{ wasCopied ? 'Copied' : 'Copy it' }}</ActionButton>
    </div>
    <ul v-if="people.invitations.length">
      <li v-for="one in people.invitations" :key="one.id">
        {{ ROLES.find((r) => r.key === one.role)?.name }}, until {{ until(one.until) }}
        <ActionButton @click="taking.act(one.id)">Take it back</ActionButton>
      </li>
    </ul>
    <p v-if="trouble" class="trouble" role="alert">✕ {{ trouble }}</p>
  </Section>
</template>

<style scoped>
.made {
  display: grid;
  gap: var(--s2);
  justify-items: start;
}

.made label {
  display: grid;
  width: 100%;
}

ul {
  padding-left: 1.1rem;
}

.trouble {
  color: var(--note);
  font-weight: 600;
}
</style>
