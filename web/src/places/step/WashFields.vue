<script setup lang="ts">
import type { Step } from '../../api/types'
import ChoiceEntry from '../../components/ChoiceEntry.vue'
import FlagEntry from '../../components/FlagEntry.vue'

/** What comes off. */
defineProps<{ step: Step }>()
</script>

<template>
  <div>
    <ChoiceEntry path="wash.what" label="What comes off" undo="what is washed off" />
    <FlagEntry path="wash.is_blasted" label="What sticks is blasted off" undo="whether it is blasted off" />
  </div>
</template>
