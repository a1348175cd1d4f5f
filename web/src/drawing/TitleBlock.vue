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
  border: 1px solid var(--ink);
  background: var(--sheet);
}

.title-block div {
  padding: 3px 9px 5px;
  border-right: 1px solid var(--ink);
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

@media (max-width: 480px) {
  .title-block div:first-child,
  .title-block div:last-child {
    display: none;
  }

  .title-block div:nth-last-child(2) {
    border-right: 0;
  }
}

dt {
  font-size: 0.68rem;
  color: var(--ink-quiet);
}

dd {
  margin: 0;
  font-size: 0.85rem;
  font-weight: 600;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
</style>
