import { describe, expect, it } from 'vitest'

import { edits, readDrafts, writeDrafts } from '../../web/src/logic/drafts'
import { heapPieces } from '../../web/src/logic/heap'
import { countdown, localNow, nextHour } from '../../web/src/logic/localTime'
import { cutAt, halfWidthAt, type Profile } from '../../web/src/logic/outline'
import { belowLevel, mirrored, nearestEdge, ringPath, snapped, type Ring } from '../../web/src/logic/rings'
import { ripple } from '../../web/src/logic/ripple'
import { layOut } from '../../web/src/drawing/sectionLayout'

const cone: Profile = [
  [0.03, 0],
  [0.054, 0.088],
]
const stepped: Profile = [
  [0.05, 0],
  [0.05, 0.02],
  [0.1, 0.02],
  [0.1, 0.05],
]

describe('outline', () => {
  it('cuts a profile at a height and puts the width there in between', () => {
    const cut = cutAt(cone, 0.044)
    expect(cut.length).toBe(2)
    expect(cut[1]![0]).toBeCloseTo(0.042)
    expect(cut[1]![1]).toBeCloseTo(0.044)
    expect(halfWidthAt(stepped, 0.03)).toBeCloseTo(0.1)
  })

  it('keeps the whole profile above its top and nothing below its foot', () => {
    expect(cutAt(stepped, 9)).toEqual(stepped)
    expect(cutAt(cone, -1)).toEqual([])
  })
})

describe('rings', () => {
  const mm = (m: number) => m * 1000
  const square: Ring = [
    [0, 0],
    [10, 0],
    [10, 10],
    [0, 10],
  ]

  it('become closed paths; a ring of two points is none', () => {
    expect(
      ringPath(
        [
          [
            [0, 0],
            [0.01, 0],
            [0.01, 0.02],
          ],
          [
            [0, 0],
            [1, 1],
          ],
        ],
        mm,
        (m) => mm(m) * -1 || 0,
      ),
    ).toBe('M0.00 0.00L10.00 0.00L10.00 -20.00Z')
    expect(ringPath([], mm, mm)).toBe('')
  })

  it('the window of a filling leans with the cradle', () => {
    const window = belowLevel(0.1, 0.02, 0.05, mm, (m) => -mm(m))
    expect(window.startsWith('M-100 -15L100 -25')).toBe(true)
  })

  it('points snap to the grid, or to a thousandth of a millimetre', () => {
    expect(snapped([12.4, -7.6], 5)).toEqual([10, -10])
    expect(snapped([1.23456, 2], 0)).toEqual([1.235, 2])
  })

  it('a half is made whole about its axis without doubling what lies on it', () => {
    const whole = mirrored(square, 5)
    expect(whole).toEqual([
      [5, 0],
      [10, 0],
      [10, 10],
      [5, 10],
      [0, 10],
      [0, 0],
    ])
    expect(
      mirrored(
        [
          [5, 0],
          [9, 4],
          [5, 8],
        ],
        5,
      ),
    ).toEqual([
      [5, 0],
      [9, 4],
      [5, 8],
      [1, 4],
    ])
  })

  it('a new point goes onto the edge that lies nearest', () => {
    expect(nearestEdge(square, [5, 1])).toBe(0)
    expect(nearestEdge(square, [9, 5])).toBe(1)
    expect(nearestEdge(square, [0.5, 5])).toBe(3)
  })
})

describe('drying', () => {
  it('counts down, and says since when it is dry', () => {
    const at = '2026-11-23T09:30'
    expect(countdown(at, new Date('2026-11-22T09:00'))).toContain('24 h 30 min more')
    expect(countdown(at, new Date('2026-11-23T08:50'))).toContain('40 min more')
    expect(countdown(at, new Date('2026-11-23T12:00'))).toContain('Dry since')
    expect(countdown(null, new Date())).toBeNull()
  })
})

describe('heap', () => {
  it('lies inside the cradle below the brim and is always the same', () => {
    const pieces = heapPieces(cone, 0.088, 0.1)
    expect(pieces.length).toBeGreaterThan(20)
    expect(heapPieces(cone, 0.088, 0.1)).toEqual(pieces)
    for (const piece of pieces) {
      const x = piece.reduce((sum, [px]) => sum + px, 0) / piece.length
      const z = piece.reduce((sum, [, pz]) => sum + pz, 0) / piece.length
      expect(Math.abs(x)).toBeLessThan(halfWidthAt(cone, Math.min(z, 0.088)) + 1e-9)
    }
  })

  it('is empty without glass and bounded for absurd heaps', () => {
    expect(heapPieces(cone, 0.088, 0)).toEqual([])
    expect(heapPieces(cone, 0.088, Number.NaN)).toEqual([])
    expect(heapPieces(cone, 0.088, 900).length).toBeLessThan(400)
  })
})

describe('ripple', () => {
  const item = (key: string, metric: string, us: string) => ({
    key,
    name: key,
    station: 'glass',
    figure: key,
    shown: {
      metric: { value: '', unit: '', plus_minus: '', text: metric },
      us: { value: '', unit: '', plus_minus: '', text: us },
    },
  })

  it('names only what reads differently in the units on the screen', () => {
    const before = [item('a', '311 mL', '10.5 fl oz'), item('b', '64 mm', '2.52 in')]
    const after = [item('a', '312 mL', '10.5 fl oz'), item('b', '64 mm', '2.52 in'), item('c', 'new', 'new')]
    expect(ripple(before, after, 'metric')).toEqual({ a: '311 mL' })
    expect(ripple(before, after, 'us')).toEqual({})
  })
})

describe('drafts', () => {
  const storage = () => {
    const kept = new Map<string, string>()
    return {
      kept,
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => void kept.set(key, value),
      removeItem: (key: string) => void kept.delete(key),
    }
  }

  it('are kept for each piece and gone when settled', () => {
    const store = storage()
    const draft = {
      path: 'a',
      value: 'abc',
      label: 'bore',
      message: 'no',
      system: 'us' as const,
    }
    writeDrafts(3, { a: draft }, store)
    expect(readDrafts(3, store)).toEqual({ a: draft })
    expect(readDrafts(4, store)).toEqual({})
    writeDrafts(3, {}, store)
    expect(store.kept.size).toBe(0)
  })

  it('that were one edit are sent together', () => {
    const draft = (path: string, value: unknown, label: string) =>
      ({ path, value, label, message: '', system: 'us' }) as const
    const found = edits({
      a: draft('a', '3', 'bore'),
      b: draft('b', true, 'bore'),
      c: draft('c', '4', 'wall'),
    })
    expect(found.map((e) => e.changes.length)).toEqual([2, 1])
    expect(found[0]).toEqual({ changes: [{ path: 'a', value: '3' }, { path: 'b', value: true }], label: 'bore', system: 'us' }) // prettier-ignore
  })

  it('survive a broken or refusing store', () => {
    expect(readDrafts(3, { getItem: () => '{' })).toEqual({})
    expect(readDrafts(3, { getItem: () => '[1]' })).toEqual({})
    const refusing = {
      setItem: () => {
        throw new Error('full')
      },
      removeItem: () => undefined,
    }
    expect(() =>
      writeDrafts(
        3,
        {
          a: {
            path: 'a',
            value: 'x',
            label: '',
            message: '',
            system: 'metric',
          },
        },
        refusing,
      ),
    ).not.toThrow()
  })
})

describe('local time', () => {
  it('is written as a piece document holds it', () => {
    expect(localNow(new Date(2026, 10, 3, 7, 5))).toBe('2026-11-03T07:05')
    expect(nextHour(new Date(2026, 11, 31, 23, 40))).toBe('2027-01-01T00:00')
  })
})

describe('section layout', () => {
  const words = { value: '', unit: '', plus_minus: '', text: '' }
  const shown = { metric: words, us: words }
  const dimension = (path: string, axis: string, at: number, from: number, to: number, lane: number) => ({
    path, name: path, axis, at_m: at, from_m: from, to_m: to, lane, shown,
  }) // prettier-ignore
  const section = {
    plan_rings: [], rings: [], cavity: cone, glass: cone, plan: 'round', wall_m: 0.03, line_m: 0.064, brim_m: 0.088, glass_m: 0.064, heap_m: 0.1,
    outer_half_m: 0.084, lean_ratio: 0,
    dimensions: [
      dimension('top', 'x', 0.088, -0.054, 0.054, 1),
      dimension('bottom', 'x', 0, -0.03, 0.03, -1),
      dimension('line', 'z', -0.084, 0, 0.064, 1),
      dimension('height', 'z', -0.084, 0, 0.088, 2),
    ],
  } // prettier-ignore

  it('keeps one scale for both directions and everything on the sheet', () => {
    for (const width of [320, 362, 596, 1400]) {
      const layout = layOut(section, width)
      expect(layout.x(0.01) - layout.x(0)).toBeCloseTo(layout.y(0) - layout.y(0.01))
      expect(layout.x(-0.084)).toBeGreaterThan(0)
      expect(layout.x(0.084)).toBeLessThan(width)
      expect(layout.y(0.1)).toBeGreaterThan(0)
      expect(layout.y(-0.03)).toBeLessThan(layout.height)
      for (const place of layout.placed) {
        expect(place.x).toBeGreaterThan(0)
        expect(place.y).toBeGreaterThan(0)
        expect(place.y).toBeLessThan(layout.height)
      }
    }
  })

  it('puts widths over the brim and under the foot, heights in two lanes', () => {
    const [top, bottom, line, height] = layOut(section, 596).placed
    expect(top!.y).toBeLessThan(layOut(section, 596).y(0.1))
    expect(bottom!.y).toBeGreaterThan(layOut(section, 596).y(-0.03))
    expect(height!.x).toBeLessThan(line!.x - 40)
  })
})
