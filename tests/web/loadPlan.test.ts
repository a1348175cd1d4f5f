import { describe, expect, it } from 'vitest'

import { lettersOf, loadScale, outlineOf } from '../../web/src/logic/loadPlan'
import { axisSpan } from '../../web/src/logic/kilnAxis'

describe('the kiln from above', () => {
  const scale = loadScale({ width_m: 0.9, depth_m: 0.6 }, 918, 900)

  it('is to scale, its front at the bottom', () => {
    expect(scale.k).toBeCloseTo(1000)
    expect(scale.y(0)).toBeGreaterThan(scale.y(0.6))
    expect(scale.x(0.9) - scale.x(0)).toBeCloseTo(900)
  })

  it('is no higher than it may be', () => {
    const low = loadScale({ width_m: 0.3, depth_m: 1.2 }, 900, 400)
    expect(low.floor).toBeCloseTo(400)
    expect(low.wide).toBeCloseTo(100)
  })

  it('draws a disc as a disc and a box as a box', () => {
    expect(outlineOf({ is_round: true, width_m: 0.2, depth_m: 0.2 } as never, 1000)).toContain('A100 100')
    expect(outlineOf({ is_round: false, width_m: 0.2, depth_m: 0.1 } as never, 1000)).toBe(
      'M-100 -50H100V50H-100Z',
    )
  })

  it('names members by their letters', () => {
    const members = [
      { stage_id: 7, letter: 'A' },
      { stage_id: 9, letter: 'B' },
    ]
    expect(lettersOf({ members } as never)).toEqual({ '7': 'A', '9': 'B' })
  })
})

describe('the axis', () => {
  const now = Date.parse('2026-11-29T12:00Z')
  const far = [{ starts_at: '2026-12-05T12:00Z', ends_at: '2026-12-09T12:00Z' }]

  it('goes four days on, and as far as is proposed', () => {
    expect((axisSpan(now, far)[1] - now) / 86_400_000).toBe(4)
    expect((axisSpan(now, far, 12)[1] - now) / 86_400_000).toBe(10)
  })
})
