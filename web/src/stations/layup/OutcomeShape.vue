<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, defineAsyncComponent } from 'vue'

import { api, request } from '../../api/client'
import type { Piece } from '../../api/types'
import MessageText from '../../components/MessageText.vue'
import Fold from '../../kit/Fold.vue'
import { keyOf } from '../../kit/keys'
import { useFolds } from '../../kit/useFolds'

const MeshView = defineAsyncComponent(() => import('../../drawing/MeshView.vue'))

/** What is predicted to come out, to be turned and taken elsewhere; fetched only once it is opened. */
const props = defineProps<{ piece: Piece }>()
const NAME = 'outcome-shape'
const FILES = ['glb', 'stl', 'obj'] as const
const folds = useFolds()
const shape = useQuery({
  queryKey: computed(() => keyOf('shape', props.piece.id, props.piece.stage_key, props.piece.version)),
  queryFn: () =>
    request(
      api.GET('/api/pieces/{piece_id}/layup/shape', {
        params: { path: { piece_id: props.piece.id }, query: { stage: props.piece.stage_key } },
      }),
    ),
  enabled: computed(() => folds.isOpen(NAME)),
})
const found = computed(() => shape.data.value)
const file = (kind: string) =>
  `/api/pieces/${props.piece.id}/layup/shape.${kind}?stage=${props.piece.stage_key}&as=${props.piece.version}`
</script>

<template>
  <Fold :name="NAME" label="Turn what comes out" hint="in 3D, to be saved">
    <p v-if="shape.error.value" class="margin-note" role="alert">{{ shape.error.value.message }}</p>
    <p v-else-if="!found" class="quiet small" role="status">Working it out …</p>
    <p v-else-if="!found.says" class="small">Nothing of this stage is drawn before its sizes are known.</p>
    <template v-else>
      <MeshView :key="piece.version" :source="file('view')" />
      <p class="tools small">
        <span><MessageText :said="found.says" /></span>
        <a v-for="kind in FILES" :key="kind" class="text-button" :href="file(kind)" download>
          {{ kind.toUpperCase() }}
        </a>
      </p>
    </template>
  </Fold>
</template>
