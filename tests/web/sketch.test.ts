import { describe, expect, it } from 'vitest'

import type { Dimension, Sketch } from '../../web/src/api/types'
import { fit, place, ringsPath } from '../../web/src/logic/sketch'

const words = { value: '1', unit: 'm', plus_minus: '', text: '1 m' }
const shown = { metric: words, us: words }
const dimension = (changes: Partial<Dimension>): Dimension => ({
  path: '',
  name: 'x',
  axis: 'x',
  at_m: 0,
  from_m: -0.1,
  to_m: 0.1,
  lane: 1,
  shown,
  ...changes,
})
const sketch = { bodies: [], dimensions: [], box: [-0.2, -0.01, 0.2, 0.1] } as unknown as Sketch

describe('a lay-up on the sheet', () => {
  it('keeps one scale both ways round', () => {
    const at = fit(sketch, 600)
    expect(at.x(0.1) - at.x(0)).toBeCloseTo(at.y(0) - at.y(0.1), 6)
    expect(at.scale).toBeGreaterThan(0)
  })

  it('lies inside the sheet, whatever its shape', () => {
    for (const box of [
      [-0.2, 0, 0.2, 0.01],
      [-0.02, 0, 0.02, 0.9],
      [-1.5, -0.02, 1.5, 0.3],
      [0, 0, 0, 0],
    ] as [number, number, number, number][])
      for (const width of [300, 390, 596, 1200]) {
        const at = fit({ box }, width)
        expect(at.x(box[0])).toBeGreaterThanOrEqual(0)
        expect(at.x(box[2])).toBeLessThanOrEqual(width)
        expect(at.y(box[3])).toBeGreaterThanOrEqual(0)
        expect(at.y(box[1])).toBeLessThanOrEqual(at.height)
      }
  })

  it('writes every ring as a closed path', () => {
    const at = fit(sketch, 600)
    const path = ringsPath(
      [
        [
          [0, 0],
          [0.1, 0],
          [0.1, 0.1],
        ],
        [
          [0, 0],
          [-0.1, 0],
          [0, 0.05],
        ],
      ],
      at,
    )
    expect(path.match(/Z/g)).toHaveLength(2)
    expect(path).not.toContain('NaN')
  })

  it('puts lengths above or below the drawing and heights to its left', () => {
    const at = fit(sketch, 600)
    const above = place(dimension({ at_m: 0.1 }), sketch, at)
    const second = place(dimension({ at_m: 0.1, lane: 2 }), sketch, at)
    const below = place(dimension({ lane: -1 }), sketch, at)
    expect(above.y).toBeLessThan(at.y(0.1))
    expect(second.y).toBeLessThan(above.y)
    expect(below.y).toBeGreaterThan(at.y(-0.01))
    const height = place(dimension({ axis: 'z', from_m: 0, to_m: 0.1 }), sketch, at)
    expect(height.x).toBeLessThan(at.x(-0.2))
    expect(height.y).toBeCloseTo((at.y(0) + at.y(0.1)) / 2, 6)
  })

  it('lifts the number off a height that is too short for it', () => {
    const at = fit(sketch, 600)
    const short = place(dimension({ axis: 'z', from_m: 0, to_m: 0.002 }), sketch, at)
    expect(short.y).toBeLessThan(at.y(0.002))
  })

  it('fits a thumbnail without room for numbers', () => {
    const at = fit(sketch, 72, 72, 0.04)
    expect(at.x(0.2) - at.x(-0.2)).toBeGreaterThan(60)
  })
})
