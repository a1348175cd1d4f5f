import { describe, expect, it } from 'vitest'

import type { Sketch } from '../../web/src/api/types'
import { snapped, snapsOf } from '../../web/src/logic/blank'
import { fit, stretches } from '../../web/src/logic/sketch'

const former = (half: number) =>
  ({
    dimensions: [],
    bodies: [
      {
        matter: 'steel',
        name: 'former',
        rings: [
          [
            [-half, 0],
            [half, 0],
            [half, 0.1],
            [-half, 0.1],
          ],
        ],
      },
    ],
  }) as unknown as Pick<Sketch, 'dimensions' | 'bodies'>

describe('a blank moved on what it lies on', () => {
  it('snaps to the middle and to where edges meet', () => {
    expect(snapsOf(former(0.05), 0.1).map((s) => Math.round(s * 1e3))).toEqual([0, 50, -50])
    expect(snapsOf(former(0.05), 0.05)).toEqual([0])
  })

  it('snaps within reach and stays where it is put beyond it', () => {
    const snaps = [0, 0.05, -0.05]
    expect(snapped(0.0019, snaps, 0.002)).toBe(0)
    expect(snapped(0.0021, snaps, 0.002)).toBe(0.0021)
    expect(snapped(-0.0485, snaps, 0.002)).toBe(-0.05)
  })
})

describe('a sheet shaded by its thickness', () => {
  const at = fit({ box: [-0.1, 0, 0.1, 0.05] }, 600)
  const line = [
    [0, 0],
    [0.05, 0],
    [0.1, 0.01],
  ]

  it('draws both halves of a half sheet, and one of a whole', () => {
    expect(stretches({ line, thickness_m: [0.006, 0.005] }, 0.006, at)).toHaveLength(4)
    const whole = line.map(([x, z]) => [x! - 0.05, z!])
    expect(stretches({ line: whole, thickness_m: [0.006, 0.005] }, 0.006, at)).toHaveLength(2)
  })

  it('tells every stretch against the sheet as it went in', () => {
    const shares = stretches({ line, thickness_m: [0.006, 0.003] }, 0.006, at).map((s) => s.share)
    expect(shares).toEqual([1, 1, 0.5, 0.5])
  })
})
