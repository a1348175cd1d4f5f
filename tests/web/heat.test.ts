import { describe, expect, it } from 'vitest'

import type { HeatPlan } from '../../web/src/api/types'
import { changesOf } from '../../web/src/composables/useHeatTrial'
import { heatScale, hourMarks, setApart, shifted, spansOf, zoomed } from '../../web/src/drawing/heatScale'

describe('the scale of the heat line', () => {
  it('goes forth and back', () => {
    const scale = heatScale(1000, 260, 900, [0, 36000])
    expect(scale.seconds(scale.x(12345))).toBeCloseTo(12345, 3)
    expect(scale.degrees(scale.y(516))).toBeCloseTo(516, 6)
    expect(scale.x(0)).toBe(46)
  })

  it('looks closer and along without leaving the firing', () => {
    expect(zoomed([0, 1000], 0.5, 1000)).toEqual([250, 750])
    expect(zoomed([250, 750], 10, 1000)).toEqual([0, 1000])
    expect(shifted([0, 500], -1, 1000)).toEqual([0, 500])
    expect(shifted([400, 900], 1, 1000)).toEqual([500, 1000])
    const [from, to] = zoomed([499, 501], 0.1, 1000)
    expect(to - from).toBeGreaterThanOrEqual(10)
  })

  it('marks round hours of the clock at the kiln', () => {
    const marks = hourMarks('2026-11-23T16:20+01:00', [0, 6 * 3600], 700)
    expect(marks[0]).toEqual({ at_s: 2400, name: '17:00' })
    expect(marks.every((m) => /:00$/.test(m.name))).toBe(true)
    expect(hourMarks('no clock', [0, 3600], 700)).toEqual([])
    const counted = hourMarks('', [0, 6 * 3600], 700).map((m) => m.name)
    expect(counted.slice(0, 3)).toEqual(['0 h', '1 h', '2 h'])
    expect(hourMarks('2026-11-23T16:20+01:00', [0, 60 * 86400], 300)).toEqual([])
  })

  it('names the parts of a firing that there are', () => {
    const step = (key: string, starts_s: number, arrives_s: number, ends_s: number) => ({
      key,
      starts_s,
      arrives_s,
      ends_s,
    })
    const heat = {
      total_s: 100,
      steps: [step('cast', 10, 20, 30), step('fall', 30, 40, 60)],
    } as unknown as HeatPlan
    expect(spansOf(heat).map((s) => s.key)).toEqual(['whole', 'up', 'peak', 'down'])
    expect(spansOf({ total_s: 100, steps: [] } as unknown as HeatPlan).map((s) => s.key)).toEqual(['whole'])
  })
})

describe('a pull at a step', () => {
  it('becomes changes of the document, only of what was pulled', () => {
    expect(changesOf({ key: 'cast', to_c: 745 })).toEqual([
      { path: 'stage.heat.segments.cast.to', value: '745 °C' },
    ])
    expect(changesOf({ key: 'fall', hold_s: 5400 }).map((c) => c.value)).toEqual(['90 min'])
    expect(changesOf({ key: 'anneal', to_c: 400, rate_k_per_h: 12 })).toHaveLength(2)
    expect(changesOf({ key: 'anneal' })).toEqual([])
  })
})

describe('labels of the heat line', () => {
  it('are set apart where they would lie on one another, and left alone where not', () => {
    const crowded = setApart([
      { x: 100, y: 40, text: '804 °C, 10 min' },
      { x: 130, y: 44, text: 'soak 1 h' },
      { x: 140, y: 50, text: 'look in' },
    ])
    const ys = crowded.map((l) => l.y)
    expect(ys[1]! - ys[0]!).toBeGreaterThanOrEqual(14)
    expect(ys[2]! - ys[1]!).toBeGreaterThanOrEqual(14)
    const free = [
      { x: 100, y: 40, text: '804 °C' },
      { x: 300, y: 42, text: 'soak 1 h' },
    ]
    expect(setApart(free.map((l) => ({ ...l })))).toEqual(free)
  })
})
