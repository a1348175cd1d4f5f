<script setup lang="ts">
defineProps<{ cells: { name: string; value: string }[] }>()
</script>

<template>
  <dl class="title-block">
    <div v-for="cell in cells" :key="cell.name">
      <dt>{{ cell.name }}</dt>
      <dd>{{ cell.value }}</dd>
    </div>
  </dl>
</template>

<style scoped>
.title-block {
  display: flex;
  margin: 0;
  border: var(--line) solid var(--ink);
  background: var(--sheet);
}

.title-block div {
  padding: var(--edge) var(--s2) var(--s1);
  border-right: var(--line) solid var(--ink);
  min-width: 0;
  flex: 0 1 auto;
}

.title-block div:nth-child(-n + 2) {
  flex: 1 1 0;
}

.title-block div:nth-child(n + 3) {
  flex-shrink: 0;
}

.title-block div:last-child {
  border-right: 0;
}

@media (max-width: 30em) {
  .title-block div:first-child,
  .title-block div:last-child {
    display: none;
  }

  .title-block div:nth-last-child(2) {
    border-right: 0;
  }
}

dt {
  font-size: var(--f1);
  color: var(--ink-quiet);
}

dd {
  margin: 0;
  font-size: var(--f2);
  font-weight: 600;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
</style>
