<script setup lang="ts">
/** What is done, as a small section: the thing that shapes in grey, the glass before in outline and after in colour. */
defineProps<{ family: string }>()
</script>

<template>
  <svg viewBox="0 0 96 60" width="96" height="60" aria-hidden="true">
    <g v-if="family === 'fill'">
      <path class="stone" d="M14 10H82V54H14ZM30 10L36 46H60L66 10Z" fill-rule="evenodd" />
      <path class="after" d="M32.500 24L36 46H60L63.500 24Z" />
      <path class="before" d="M34 22L42 14L47 21L54 13L61 22" />
    </g>
    <g v-else-if="family === 'lay'">
      <path class="shelf" d="M8 48H88V54H8Z" />
      <path class="after" d="M20 38H76Q80 38 80 43T76 48H20Q16 48 16 43T20 38Z" />
      <path class="before" d="M24 32H72V38H24ZM28 26H46V32H28ZM54 26H66V32H54Z" />
    </g>
    <g v-else-if="family === 'press'">
      <path class="shelf" d="M8 48H88V54H8ZM8 34H88V40H8Z" />
      <path class="after" d="M18 41H78V47H18Z" />
      <path class="before" d="M36 32L42 22L50 18L58 24L60 32" />
      <path class="arrow" d="M22 12V28M18 24L22 29L26 24M74 12V28M70 24L74 29L78 24" />
    </g>
    <g v-else-if="family === 'slump'">
      <path class="stone" d="M10 22H86V54H10ZM20 22Q48 66 76 22Z" fill-rule="evenodd" />
      <path class="after" d="M22 22Q48 58 74 22L78 22Q48 66 18 22Z" />
      <path class="before" d="M18 15H78V21H18Z" />
    </g>
    <g v-else-if="family === 'drape'">
      <path class="shelf" d="M8 50H88V55H8Z" />
      <path class="steel" d="M34 20H62V50H34Z" />
      <path class="after" d="M28 14H68V44H62V20H34V44H28Z" />
      <path class="before" d="M12 8H84V13H12Z" />
    </g>
    <g v-else>
      <path class="steel" d="M26 5H70V8H26ZM47 8H49V14H47Z" />
      <path class="before" d="M40 14H56V34H40Z" />
      <path class="after" d="M42 14H54L51 34L55 50H41L45 34Z" />
      <path class="shelf" d="M14 50H82V55H14Z" />
    </g>
  </svg>
</template>

<style scoped>
path {
  stroke: var(--ink);
  stroke-width: 1.2;
}

.stone {
  fill: var(--refractory-pale);
}

.shelf {
  fill: var(--refractory-pale);
}

.steel {
  fill: var(--steel);
}

.after {
  fill: var(--glass);
  stroke: var(--glass-deep);
}

.before {
  fill: none;
  stroke: var(--glass-deep);
  stroke-dasharray: 3 2;
}

.arrow {
  fill: none;
  stroke: var(--ink-quiet);
}
</style>
