import { defineAsyncComponent } from 'vue'

// one station is looked at, the others follow when the browser has nothing else to do
const LOADS = {
  cradle: () => import('../../stations/cradle/CradleStation.vue'),
  glass: () => import('../../stations/glass/GlassStation.vue'),
  layup: () => import('../../stations/layup/LayupStation.vue'),
  heat: () => import('../../stations/heat/HeatStation.vue'),
  before: () => import('../../stations/before/BeforeStation.vue'),
  fire: () => import('../../stations/fire/FireStation.vue'),
  after: () => import('../../stations/after/AfterStation.vue'),
}

export const CradleStation = defineAsyncComponent(LOADS.cradle)
export const GlassStation = defineAsyncComponent(LOADS.glass)
export const LayupStation = defineAsyncComponent(LOADS.layup)
export const HeatStation = defineAsyncComponent(LOADS.heat)
export const BeforeStation = defineAsyncComponent(LOADS.before)
export const FireStation = defineAsyncComponent(LOADS.fire)
export const AfterStation = defineAsyncComponent(LOADS.after)
export const SectionSheet = defineAsyncComponent(() => import('./SectionSheet.vue'))
export const WorkingDrawer = defineAsyncComponent(() => import('../../components/WorkingDrawer.vue'))
export const ConflictDialog = defineAsyncComponent(() => import('./ConflictDialog.vue'))

/** Fetch what is not on the page yet, when there is time; what cannot be had now is asked for when it is opened. */
export function fetchTheRest(): void {
  const wait = globalThis.requestIdleCallback ?? ((go: () => void) => setTimeout(go, 400))
  wait(() => {
    for (const load of Object.values(LOADS)) void load().catch(() => undefined)
  })
}
