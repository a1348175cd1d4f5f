import { defineAsyncComponent, type Component } from 'vue'

/** What each kind of step asks; only what is looked at is fetched. */
export const STEP_FIELDS: Record<string, Component> = {
  cut: defineAsyncComponent(() => import('./CutFields.vue')),
  grind: defineAsyncComponent(() => import('./GrindFields.vue')),
  drill: defineAsyncComponent(() => import('./DrillFields.vue')),
  blast: defineAsyncComponent(() => import('./BlastFields.vue')),
  paint: defineAsyncComponent(() => import('./PaintFields.vue')),
  glue: defineAsyncComponent(() => import('./GlueFields.vue')),
  wash: defineAsyncComponent(() => import('./WashFields.vue')),
}
