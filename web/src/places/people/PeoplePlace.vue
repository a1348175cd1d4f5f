<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'

import { api, request } from '../../api/client'
import LoadState from '../../kit/LoadState.vue'
import Section from '../../kit/Section.vue'
import { keyOf } from '../../kit/keys'
import InvitationList from './InvitationList.vue'
import MeForm from './MeForm.vue'
import MemberList from './MemberList.vue'
import StudioKeeping from './StudioKeeping.vue'
import StudioName from './StudioName.vue'

/** The studio: who works in it, who is asked in, one's own name and password, and all of it as one file. */
const people = useQuery({
  queryKey: keyOf('people'),
  queryFn: () => request(api.GET('/api/studio/members')),
})
const session = useQuery({ queryKey: keyOf('session'), queryFn: () => request(api.GET('/api/session')) })
</script>

<template>
  <section class="place">
    <header>
      <h1>{{ people.data.value?.studio ?? 'Studio' }}</h1>
    </header>
    <LoadState
      v-if="!people.data.value || !session.data.value"
      :is-loading="people.isPending.value"
      :error="people.error.value"
      @again="people.refetch()"
    />
    <div v-else class="sides">
      <div>
        <Section title="People">
          <MemberList :people="people.data.value" />
        </Section>
        <InvitationList v-if="people.data.value.is_owner" :people="people.data.value" />
      </div>
      <div>
        <StudioName :session="session.data.value" :is-owner="people.data.value.is_owner" />
        <MeForm v-if="!session.data.value.is_demo" :session="session.data.value" />
        <StudioKeeping v-if="people.data.value.is_owner" />
      </div>
    </div>
  </section>
</template>

<style scoped src="../place.css"></style>
<style scoped>
.sides {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 24rem), 1fr));
  gap: var(--s6) var(--s7);
  align-items: start;
}

.sides > div {
  display: grid;
  gap: var(--s6);
}
</style>
