<script setup lang="ts">
import { ref } from 'vue'
import Slide from '../../kit/Slide.vue'

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
      <Slide v-model="at" name="Before and after" :low="0" :high="100" />
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
  border: var(--line) solid var(--rule);
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
  width: var(--s0);
  background: var(--sheet);
}

figcaption {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: var(--s3);
  align-items: center;
  font-size: var(--f2);
  color: var(--ink-quiet);
}

input {
  min-height: var(--s8);
  accent-color: var(--ink);
}
</style>
