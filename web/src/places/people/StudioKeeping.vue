<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'

import { api, request } from '../../api/client'
import { send } from '../../api/files'
import { lines } from '../../api/lines'
import FilePick from '../../kit/FilePick.vue'
import Section from '../../kit/Section.vue'
import { ActionButton } from '../../kit/ActionButton'
import { useAction } from '../../kit/useAction'

/** All of the studio as one file, out and in; what stands here is never written over. */
interface Line {
  step: string
  done: number
  of: number
  studio: number | null
  missing: string[]
  trouble: string
}
const MOST_BYTES = 200_000_000
const chosen = ref<File | null>(null)
const told = ref<Line | null>(null)

const bringing = useAction(async (file: File) => {
  const body = new FormData()
  body.append('file', file)
  for await (const line of lines<Line>(await send('/api/studio/archive', body))) {
    told.value = line
    if (line.trouble) throw new Error(line.trouble)
  }
  if (!told.value?.studio) throw new Error('The studio broke off before it was done. Nothing was changed.')
})
const going = useAction(
  () => request(api.POST('/api/session/studio', { body: { id: told.value!.studio! } })),
  { done: () => location.assign('/today') },
)
const isLarge = computed(() => (chosen.value?.size ?? 0) > MOST_BYTES)
function pick(file: File) {
  bringing.forget()
  told.value = null
  chosen.value = file
}
const size = computed(() => `${((chosen.value?.size ?? 0) / 1e6).toFixed(1)} MB`)
</script>

<template>
  <Section title="All of it in one file">
    <p class="small">
      Pieces, firings, readings, photographs and meshes, in open formats; it opens in any studio.
      <a href="/api/studio/archive" download>Take it along</a>
    </p>
    <FilePick label="Bring one in" accept=".zip" @pick="pick" />
    <div v-if="chosen && isLarge" role="alert" class="ask">
      <p>
        “{{ chosen.name }}” is {{ size }}: too large for a page. Bring it in at the machine itself, with
        <code>cold-cradle bring FILE</code>.
      </p>
    </div>
    <div v-else-if="chosen && !told?.studio" class="ask">
      <p>
        Bring in “{{ chosen.name }}”, {{ size }}? Where nothing stands here yet it goes in here; else it
        becomes a studio beside this one, and this one stays as it is.
      </p>
      <p class="acts">
        <Button label="Bring it in" :loading="bringing.isBusy.value" @click="bringing.act(chosen)" />
        <ActionButton v-if="!bringing.isBusy.value" @click="chosen = null">Leave it</ActionButton>
      </p>
      <p v-if="bringing.isBusy.value && told" role="status" class="small">
        {{ told.step }}<template v-if="told.of">, {{ told.of }}</template>
      </p>
    </div>
    <div v-if="told?.studio" role="status">
      <p>✓ It is here.</p>
      <p v-if="told.missing.length" class="small">
        Meshes that were not in it: {{ told.missing.join(', ') }}
      </p>
      <Button label="Go there" @click="going.act()" />
    </div>
    <p v-if="bringing.trouble.value" class="trouble" role="alert">✕ {{ bringing.trouble.value }}</p>
  </Section>
</template>

<style scoped>
.acts {
  display: flex;
  gap: var(--s4);
  align-items: center;
}

.trouble {
  color: var(--note);
  font-weight: 600;
}
</style>
