<script setup lang="ts">
import { ref } from 'vue'

/** Before and after under one slider. */
defineProps<{ before: number; after: number }>()
const at = ref(50)
</script>

<template>
  <figure class="pair">
    <div class="frame">
      <img :src="`/api/photos/${after}`" alt="After the firing" />
      <img
        class="over"
        :src="`/api/photos/${before}`"
        alt="Before the firing"
        :style="{ clipPath: `inset(0 ${100 - at}% 0 0)` }"
      />
      <span class="edge" :style="{ left: `${at}%` }"></span>
    </div>
    <figcaption>
      <span>before</span>
      <input v-model.number="at" type="range" min="0" max="100" aria-label="Before and after" />
      <span>after</span>
    </figcaption>
  </figure>
</template>

<style scoped>
.pair {
  margin: 0;
}

.frame {
  position: relative;
  border: 1px solid var(--rule);
  overflow: hidden;
}

.frame img {
  display: block;
  width: 100%;
  aspect-ratio: 4 / 3;
  object-fit: cover;
}

.over {
  position: absolute;
  inset: 0;
}

.edge {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 2px;
  background: var(--sheet);
}

figcaption {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 10px;
  align-items: center;
  font-size: 0.82rem;
  color: var(--ink-quiet);
}

input {
  min-height: 40px;
  accent-color: var(--ink);
}
</style>
