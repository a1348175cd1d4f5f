<script setup lang="ts">
import type { Piece, Step } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import { usePreferences } from '../../composables/usePreferences'
import PlanSketch from '../../drawing/PlanSketch.vue'

/** All that is done to the piece, in order: its firings, and what is done at the bench between them. */
defineProps<{ piece: Piece }>()
const preferences = usePreferences()
const timeOf = (step: Step) =>
  preferences.pick(step.time).text +
  (step.waits ? `, then ${preferences.pick(step.waits).text} by itself` : '')
</script>

<template>
  <section class="order" aria-label="In order">
    <h2>In order</h2>
    <ol>
      <template v-for="link in piece.chain.links" :key="link.key">
        <li>
          <b>{{ link.name }}</b>, {{ link.kiln }},
          <span class="figures"
            >{{ preferences.pick(link.peak).text }}, {{ preferences.pick(link.total).text }}</span
          >: <MessageText :said="link.gives" />
        </li>
        <li v-for="step in piece.steps.filter((s) => s.stage === link.key)" :key="step.key" class="step">
          <PlanSketch :bodies="[...step.before.plan, ...step.after.plan]" />
          <div>
            <b>{{ step.name }}</b>, {{ step.tool }}, <span class="figures">{{ timeOf(step) }}</span>:
            <MessageText :said="step.answer" />{{ ' ' }}
            <template v-for="line in step.lines" :key="line.name">
              {{ line.name }} <span class="figures">{{ preferences.pick(line.shown).text }}</span><template
                v-if="line.more"
                >, <MessageText :said="line.more" /></template
              >.
            </template>
            <template v-for="finding in step.findings" :key="finding.rule">
              <span v-if="finding.severity === 'stop'">■ Stop: <MessageText :said="finding.says" /></span>
            </template>
            <span v-for="caution in step.cautions" :key="caution.text"> ⚠ {{ caution.text }}</span>
          </div>
        </li>
      </template>
    </ol>
  </section>
</template>

<style scoped>
.order {
  break-inside: avoid;
  font-size: var(--f2);
}

h2 {
  font-size: var(--f3);
  margin: var(--s2) 0 0;
}

ol {
  margin: 0;
  padding-left: var(--s4);
}

.step {
  break-inside: avoid;
}

.step > div {
  display: inline;
}

.step :deep(figure) {
  float: right;
  width: 11rem;
  padding: 0 0 0 var(--s3);
  border: 0;
  background: none;
}

.step :deep(figcaption) {
  display: none;
}

.step :deep(svg) {
  height: 4rem;
}
</style>
