import { describe, expect, it } from 'vitest'

import type { Piece } from '../../web/src/api/types'
import { givers } from '../../web/src/logic/givers'
import { moved, planBox, type PlanMark } from '../../web/src/logic/stepPlan'

const mark = (way: string, more: Partial<PlanMark> = {}): PlanMark => ({
  entry: way === 'free' ? 'drill.holes.0' : 'cut.lines.0',
  way,
  x0_m: 0.01,
  y0_m: -0.04,
  x1_m: 0.01,
  y1_m: 0.04,
  wide_m: 0,
  at_m: 0.11,
  ...more,
})

describe('a mark on the plan of a step', () => {
  it('moves only the way it may', () => {
    expect(moved(mark('across'), 5.2, 9)).toEqual([{ path: 'cut.lines.0.at', value: '115 mm' }])
    expect(moved(mark('along', { y0_m: 0.01, y1_m: 0.01 }), 5, -2)).toEqual([
      { path: 'cut.lines.0.at', value: '108 mm' },
    ])
    expect(moved(mark('round'), 5, 5)).toEqual([])
    expect(moved(mark('free'), -3, 4.3)).toEqual([
      { path: 'drill.holes.0.x', value: '7 mm' },
      { path: 'drill.holes.0.y', value: '-35.5 mm' },
    ])
  })

  it('keeps a slanted cut as slanted, and stops at the edge', () => {
    const slanted = mark('across', { x1_m: 0.03 })
    expect(moved(slanted, 10, 0).map((c) => c.value)).toEqual(['120 mm', '140 mm'])
    expect(moved(slanted, -200, 0).map((c) => c.value)).toEqual(['0 mm', '0 mm'])
  })

  it('has a box with room round all that is drawn', () => {
    const body = { rings: [[[-0.1, -0.05], [0.1, -0.05], [0.1, 0.05]]] } // prettier-ignore
    const box = planBox([body], [mark('across', { x0_m: 0.2, x1_m: 0.2 })])
    expect([box.left, box.top, box.width, box.height].map(Math.round)).toEqual([-118, -68, 336, 136])
    expect(planBox([], [])).toEqual({ left: -50, top: -50, width: 100, height: 100 })
  })
})

describe('what may be taken', () => {
  it('is every stage and every piece that was not put aside', () => {
    const piece = {
      chain: { links: [{ key: 'bar', name: 'Bar' }] },
      steps: [
        {
          key: 'saw',
          parts: [
            { key: 'saw.a', name: 'Saw, b', is_off_cut: false },
            { key: 'saw.b', name: 'Saw, a', is_off_cut: true },
          ],
        },
      ],
    } as unknown as Pick<Piece, 'chain' | 'steps'>
    expect(givers(piece).map((g) => [g.key, g.of])).toEqual([
      ['bar', 'bar'],
      ['saw.a', 'saw'],
    ])
  })
})
