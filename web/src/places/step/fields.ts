import type { Component } from 'vue'

import BlastFields from './BlastFields.vue'
import CutFields from './CutFields.vue'
import DrillFields from './DrillFields.vue'
import GlueFields from './GlueFields.vue'
import GrindFields from './GrindFields.vue'
import PaintFields from './PaintFields.vue'
import WashFields from './WashFields.vue'

/** What each kind of step asks. */
export const STEP_FIELDS: Record<string, Component> = {
  cut: CutFields,
  grind: GrindFields,
  drill: DrillFields,
  blast: BlastFields,
  paint: PaintFields,
  glue: GlueFields,
  wash: WashFields,
}
