<template>
  <div class="fields"><slot /></div>
</template>

<style scoped>
/* Fields side by side where there is room for two that can be read, under one another where there is not. */
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 20rem), 1fr));
  gap: 0 var(--s6);
  align-items: start;
}
</style>
