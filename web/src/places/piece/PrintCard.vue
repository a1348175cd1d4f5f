<script setup lang="ts">
import { watchEffect } from 'vue'
import { useRouter } from 'vue-router'
import Button from 'primevue/button'

import { ActionButton } from '../../kit/ActionButton'
import LoadState from '../../kit/LoadState.vue'
import MessageText from '../../components/MessageText.vue'
import { providePiece } from '../../composables/usePiece'
import { usePreferences } from '../../composables/usePreferences'
import { useShortcuts } from '../../composables/useShortcuts'
import HeatLine from '../../drawing/HeatLine.vue'
import StepList from '../../stations/heat/StepList.vue'
import BenchOnCard from './BenchOnCard.vue'
import SectionSheet from './SectionSheet.vue'

/** One sheet for the bench: what goes in, what the kiln must do, when it may be opened, and room to write. */
const props = defineProps<{ id: number; stage: string }>()
const router = useRouter()
const preferences = usePreferences()
const { piece, query } = providePiece(props.id, props.stage)
const print = () => window.print()
const back = () => router.push({ name: 'piece', params: { id: props.id } })
useShortcuts({ p: print, Escape: back, u: preferences.flip })
watchEffect(() => (document.title = piece.value ? `Card: ${piece.value.name}` : 'Cold Cradle'))
</script>

<template>
  <LoadState
    v-if="!piece"
    :is-loading="query.isPending.value"
    :error="query.error.value"
    @again="query.refetch()"
  />
  <main v-else class="card-page light">
    <nav class="bar">
      <ActionButton @click="back">Back to the piece</ActionButton>
      <ActionButton @click="preferences.flip()">Flip units</ActionButton>
      <Button label="Print" @click="print" />
    </nav>
    <article class="card">
      <header>
        <h1>{{ piece.name }}</h1>
        <p>
          {{ piece.stage.glass.kind.name }} · {{ piece.stage.heat.kiln.name }} · revision {{ piece.version }}
        </p>
      </header>
      <ul class="findings">
        <template v-for="finding in piece.plan.findings" :key="finding.rule">
          <li v-if="finding.severity === 'stop'">
            ■ Stop: <MessageText :said="finding.says" /> <MessageText :said="finding.reason" />
          </li>
        </template>
      </ul>
      <dl class="thread">
        <div v-for="item in piece.plan.thread" :key="item.key">
          <dt>{{ item.name }}</dt>
          <dd class="figures">{{ preferences.pick(item.shown).text }}</dd>
        </div>
      </dl>
      <div class="pair">
        <div class="section"><SectionSheet :piece="piece" is-still /></div>
        <div class="words">
          <p><MessageText :said="piece.plan.answers.cradle!" /></p>
          <p><MessageText :said="piece.plan.answers.glass!" /></p>
          <p><MessageText :said="piece.plan.answers.layup!" /></p>
          <p v-if="piece.plan.weigh.length > 1">
            {{ piece.plan.traits.is_filled ? 'On the scale' : 'To cut and to take' }}:
            <template v-for="(line, i) in piece.plan.weigh" :key="i"
              >{{ i ? ' · ' : '' }}{{ line.name }}
              <span v-if="line.size" class="figures">{{ preferences.pick(line.size).text }}, </span>
              <b class="figures">{{ preferences.pick(line.shown).text }}</b></template
            >.
          </p>
          <p><MessageText :said="piece.plan.answers.heat!" /></p>
          <ul>
            <li v-for="caution in piece.plan.cautions" :key="caution.text">⚠ {{ caution.text }}</li>
          </ul>
        </div>
      </div>
      <template v-if="piece.plan.heat">
        <HeatLine
          :model-value="null"
          :heat="piece.plan.heat"
          :landmarks="piece.plan.landmarks"
          is-still
          :tall="104"
        />
        <StepList :heat="piece.plan.heat" is-still />
        <p v-if="piece.plan.heat.told.notes.length" class="told">
          For the controller ({{ piece.plan.heat.told.unit }}):
          <span class="figures">{{
            piece.plan.heat.told.steps.map((s) => `${s.rate} → ${s.to}, ${s.hold}`).join(' · ')
          }}</span>.
          <template v-for="(note, i) in piece.plan.heat.told.notes" :key="i"
            ><MessageText :said="note" />{{ ' ' }}</template
          >
        </p>
      </template>
      <BenchOnCard v-if="piece.steps.length" :piece="piece" />
      <dl class="blanks">
        <div
          v-for="blank in [
            piece.plan.traits.is_filled ? 'Weighed out' : 'Size before',
            'Lid shut at',
            'Looked at, when',
            'Opened at',
            'Thickness found',
            'What I saw',
          ]"
          :key="blank"
        >
          <dt>{{ blank }}</dt>
          <dd></dd>
        </div>
      </dl>
    </article>
  </main>
</template>

<style scoped src="./printCard.css"></style>
