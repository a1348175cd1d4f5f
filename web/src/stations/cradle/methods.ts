import type { Piece, Stage } from '../../api/types'

export type CradleDocument = Stage['cradle']
export type CradlePart = CradleDocument['parts'][number]
/** A way of measuring that has readings of its own. */
export type Bench = 'level' | 'drained' | 'trial' | 'model' | 'last'

export const METHODS = [
  { key: 'shape', name: 'Sizes' },
  { key: 'level', name: 'Water level' },
  { key: 'drained', name: 'Water weight' },
  { key: 'trial', name: 'Trial glass' },
  { key: 'model', name: 'Model' },
  { key: 'last', name: 'Last filling' },
]

type Field = { path: string; label: string; hint?: string; counts?: boolean }

/** The readings of each way of measuring; `counts` marks those that make it a measurement of one's own. */
export const READINGS: Record<string, Field[]> = {
  level: [
    { path: 'level.bore', label: 'Vessel bore', hint: 'inside', counts: true },
    { path: 'level.fall', label: 'Level fell by', counts: true },
    { path: 'level.reading', label: 'You can read it to' },
  ],
  drained: [
    { path: 'drained.mass', label: 'Water drained', counts: true },
    { path: 'drained.temperature', label: 'Its temperature' },
    { path: 'drained.scale', label: 'The scale is good to' },
  ],
  trial: [
    { path: 'trial.mass', label: 'Glass it took', counts: true },
    { path: 'trial.density', label: 'Density of that glass' },
    { path: 'trial.scale', label: 'The scale is good to' },
  ],
  model: [
    { path: 'model.mass', label: 'Model weighs', counts: true },
    { path: 'model.density', label: 'Density of the model', hint: 'wax 900 to 970', counts: true },
    { path: 'model.dipped', label: 'Scale shows more by', hint: 'hung under water, or empty', counts: true },
    { path: 'model.scale', label: 'The scale is good to' },
  ],
  last: [
    { path: 'last.mass', label: 'Glass that fitted', counts: true },
    { path: 'last.density', label: 'Density of that glass' },
    { path: 'last.scale', label: 'The scale is good to' },
  ],
}

/** Which reading is taken again, by way of measuring. */
export const REPEATED: Record<string, string> = { level: 'Level fell by', drained: 'Water drained' }

/** Readings a new way of measuring starts from, typed as a person would; taken from what stands where there is something. */
export function startingReadings(
  method: string,
  piece: Piece,
  fill?: { mass: string; density: string },
): Record<string, string> {
  const typed = (key: string) => piece.plan.figures[key]?.shown.metric.text ?? ''
  if (method === 'level') return { bore: '60 mm', fall: '100 mm', reading: '0.8 mm' }
  if (method === 'drained') return { mass: '300 g', temperature: '16 °C', scale: '1 g' }
  if (method === 'model') return { mass: '120 g', density: '950 kg/m³', dipped: '', scale: '1 g' }
  const glass = { mass: typed('glass_mass') || '500 g', density: '2500 kg/m³', scale: '1 g' }
  return method === 'last' && fill ? { ...glass, mass: fill.mass, density: fill.density } : glass
}
