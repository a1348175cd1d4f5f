<script setup lang="ts">
/** A line drawing for each step of the first hour. */
defineProps<{ of: 'units' | 'kiln' | 'glass' | 'piece' }>()
</script>

<template>
  <svg class="picture" viewBox="0 0 240 96" aria-hidden="true">
    <g v-if="of === 'units'">
      <path d="M20 58h200v22H20z" class="line" />
      <path v-for="i in 19" :key="i" :d="`M${20 + i * 10} 58v${i % 5 === 0 ? 14 : 8}`" class="line" />
      <path d="M36 44c0-18 14-26 34-26s34 8 34 26" class="glass" />
      <path d="M36 50h68M36 46v8M104 46v8" class="line thin" />
    </g>
    <g v-else-if="of === 'kiln'">
      <path d="M66 26h108v56H66z" class="line" />
      <path d="M78 38h84v34H78z" class="line thin" />
      <path d="M60 26c8-14 112-14 120 0" class="line" />
      <path d="M84 46h72M84 54h72M84 62h72" class="hot" />
      <path d="M100 72h40" class="glass" />
    </g>
    <g v-else-if="of === 'glass'">
      <path d="M30 30h44v44H30z" class="glass" />
      <path d="M38 24h44v44" class="line thin" />
      <circle
        v-for="i in 9"
        :key="i"
        :cx="112 + (i % 3) * 12"
        :cy="70 - Math.floor((i - 1) / 3) * 11"
        r="6"
        class="glass"
      />
      <path d="M170 74V40c0-8 6-6 6-18h12c0 12 6 10 6 18v34z" class="glass" />
    </g>
    <g v-else>
      <path d="M24 80h192" class="line" />
      <path d="M30 78C60 78 64 24 92 24h26c20 0 22 26 50 34 20 6 26 20 44 20" class="hot" />
      <path d="M76 70c4 14 84 14 88 0" class="glass" />
      <path d="M70 64c0 18 20 22 50 22s50-4 50-22" class="line thin" />
    </g>
  </svg>
</template>

<style scoped>
.picture {
  width: min(100%, 22rem);
  height: auto;
}

path,
circle {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
  stroke-linecap: round;
  stroke-linejoin: round;
}

.thin {
  stroke-width: 1;
}

.glass {
  fill: var(--glass);
  fill-opacity: 0.5;
}

.hot {
  stroke: var(--ember);
}
</style>
