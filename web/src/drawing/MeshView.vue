<script setup lang="ts">
import {
  AmbientLight,
  BufferGeometry,
  Box3,
  DirectionalLight,
  DoubleSide,
  EdgesGeometry,
  Float32BufferAttribute,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshLambertMaterial,
  PerspectiveCamera,
  Plane,
  Scene,
  Vector3,
  WebGLRenderer,
} from 'three'
import { OrbitControls } from 'three/addons/controls/OrbitControls.js'
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'

import { usePreferences } from '../composables/usePreferences'
import { useAction } from '../kit/useAction'

/** A mesh to be turned; what lies below `levelM`, from its lowest point, is glass: all of it where there is none. */
const props = defineProps<{ source: string; levelM?: number }>()
const preferences = usePreferences()
const host = ref<HTMLElement | null>(null)
const trouble = ref('')
let renderer: WebGLRenderer | null = null
let draw = () => {}
let end = () => {}
const below = new Plane(new Vector3(0, 0, -1), 0)
const above = new Plane(new Vector3(0, 0, 1), 0)
const tone = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()

function setLevel() {
  const level = props.levelM ?? 1e3
  below.constant = level
  above.constant = -level
  draw()
}

const fetching = useAction(
  async () => {
    const answer = await fetch(props.source)
    if (!answer.ok) throw new Error()
    return new Float32Array(await answer.arrayBuffer())
  },
  {
    done: show,
    failed: () => (trouble.value = 'The shape cannot be fetched just now. Its figures are unchanged.'),
  },
)

function show(corners: Float32Array) {
  if (!host.value || !corners.length) return // closed while it was on its way
  if (!document.createElement('canvas').getContext('webgl2')) {
    trouble.value = 'This browser draws nothing in 3D. The section on the left shows the same shape.'
    return
  }
  renderer = new WebGLRenderer({ antialias: true, alpha: true })
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new Float32BufferAttribute(corners, 3))
  geometry.computeVertexNormals()
  const box = new Box3().setFromBufferAttribute(geometry.getAttribute('position') as never)
  const middle = box.getCenter(new Vector3())
  const radius = box.getSize(new Vector3()).length() / 2
  const width = host.value.clientWidth || 400
  renderer.setSize(width, 260)
  renderer.setPixelRatio(Math.min(2, window.devicePixelRatio))
  renderer.localClippingEnabled = true
  host.value.append(renderer.domElement)

  const scene = new Scene()
  const light = new DirectionalLight(0xffffff, 2.8)
  light.position.set(-2, -1.2, 1.6) // low and from the left, so that a hollow is seen to be one
  scene.add(new AmbientLight(0xffffff, 0.9), light)
  const glass = new MeshLambertMaterial({ color: tone('--glass'), side: DoubleSide, clippingPlanes: [below] })
  const rest = new MeshLambertMaterial({
    color: tone('--refractory'),
    side: DoubleSide,
    clippingPlanes: [above],
    transparent: true,
    opacity: 0.45,
  })
  const lines = new LineBasicMaterial({ color: tone('--ink') })
  const edges = new EdgesGeometry(geometry, 30)
  scene.add(new Mesh(geometry, glass), new Mesh(geometry, rest), new LineSegments(edges, lines))

  const camera = new PerspectiveCamera(35, width / 260, radius / 50, radius * 20)
  camera.up.set(0, 0, 1)
  camera.position.set(middle.x + radius * 1.6, middle.y - radius * 2.3, middle.z + radius * 1.5)
  const controls = new OrbitControls(camera, renderer.domElement)
  controls.target.copy(middle)
  controls.enablePan = false
  controls.listenToKeyEvents(renderer.domElement)
  renderer.domElement.tabIndex = 0
  renderer.domElement.setAttribute('role', 'img')
  renderer.domElement.setAttribute('aria-label', 'The shape in 3D; drag or use the arrow keys to turn it')
  draw = () => renderer?.render(scene, camera)
  controls.addEventListener('change', draw)
  controls.update()
  const stop = watch(
    () => preferences.isDark,
    () => {
      glass.color.set(tone('--glass'))
      rest.color.set(tone('--refractory'))
      lines.color.set(tone('--ink'))
      draw()
    },
    { flush: 'post' },
  )
  end = () => {
    stop()
    controls.dispose()
    for (const thing of [geometry, edges, glass, rest, lines]) thing.dispose()
  }
  setLevel()
}

onMounted(() => fetching.act())
watch(() => props.levelM, setLevel)
onBeforeUnmount(() => {
  end()
  renderer?.dispose()
})
</script>

<template>
  <div>
    <p v-if="trouble" class="margin-note" role="status">{{ trouble }}</p>
    <div v-else ref="host" class="host"></div>
  </div>
</template>

<style scoped>
.host {
  height: 16.5rem;
  background: var(--sheet);
  border: var(--line) solid var(--rule);
  overflow: hidden;
}
</style>
