<script setup lang="ts">
import Dialog from 'primevue/dialog'

const shown = defineModel<boolean>({ required: true })
const KEYS = [
  ['/', 'find a piece'],
  ['n', 'new piece'],
  ['1 … 7', 'Cradle, Glass, Lay-up, Heat, Before, Fire, After'],
  ['[ ]', 'the stage before, the stage after'],
  ['w', 'working of the figure you are on'],
  ['m', 'what the dotted words on the page mean'],
  ['u', 'flip units'],
  ['Ctrl+Z', 'undo an edit of the piece'],
  ['Ctrl+Shift+Z', 'redo it'],
  ['p', 'print card'],
  ['+ − 0 ← →', 'on the heat line: closer, wider, all of it, along it'],
  ['↑ ↓ ← →', 'on a step of it: hotter, cooler, sooner, later; with Shift finely'],
  ['?', 'this list'],
]
</script>

<template>
  <Dialog
    v-model:visible="shown"
    modal
    header="Keys"
    dismissable-mask
    :style="{ width: '26rem', maxWidth: '94vw' }"
  >
    <dl>
      <template v-for="[key, what] in KEYS" :key="key">
        <dt>
          <kbd>{{ key }}</kbd>
        </dt>
        <dd>{{ what }}</dd>
      </template>
    </dl>
    <p class="quiet small">They rest while you type in a field.</p>
  </Dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: var(--s2) var(--s4);
  margin: 0 0 var(--s4);
}
</style>
