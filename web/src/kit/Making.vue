<script setup lang="ts">
import { useLooking } from './looking'

/** Acts that only those who make may do: who looks is not offered what would be refused. */
const looking = useLooking()
</script>

<template>
  <slot v-if="!looking" />
</template>
