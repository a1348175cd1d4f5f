import type { Piece } from '../../api/types'

export type CradlePart = { shape: string } & Record<string, string>
export type CradleDocument = {
  name: string
  material: string
  method: string
  soaked?: boolean
  measured?: boolean
  parts: CradlePart[]
} & Record<string, unknown>

export const METHODS = [
  { key: 'shape', name: 'By sizes' },
  { key: 'level', name: 'Water level' },
  { key: 'drained', name: 'Water weight' },
  { key: 'trial', name: 'Trial glass' },
]

export const SIZE_NAMES: Record<string, string> = {
  bore: 'Bore',
  height: 'Height',
  bottom: 'Width at the bottom',
  top: 'Width at the top',
  length: 'Length',
  width: 'Width into the sheet',
  rim: 'Width at the rim',
}

/** Readings a new way of measuring starts from, typed as a person would; taken from what stands where there is something. */
export function startingReadings(method: string, piece: Piece): Record<string, string> {
  const typed = (key: string) => piece.plan.figures[key]?.shown.metric.text ?? ''
  if (method === 'level') return { bore: '60 mm', fall: '100 mm', reading: '0.8 mm' }
  if (method === 'drained') return { mass: '300 g', temperature: '16 °C', scale: '1 g' }
  return { mass: typed('glass_mass') || '500 g', density: '2500 kg/m³', scale: '1 g' }
}
