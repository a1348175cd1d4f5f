import { readFileSync } from 'node:fs'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import { newKey } from '../../web/src/logic/keys'
import { agoS, readWaiting, waitingAct, writeWaiting } from '../../web/src/logic/waitingActs'
import { axisSpan, clockMarks, inLanes, nightsBetween, silhouette } from '../../web/src/logic/kilnAxis'
import type { Silhouette } from '../../web/src/api/types'
import { faultShapes } from '../../web/src/stations/after/faultShapes'

const kept = new Map<string, string>()

beforeEach(() => {
  kept.clear()
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, text: string) => kept.set(key, text),
    removeItem: (key: string) => kept.delete(key),
  })
})

describe('what is done at the kiln and has not arrived', () => {
  it('is kept with its key, firing by firing, until it is sent', () => {
    const act = waitingAct('hold', { for_s: 300 }, 'Hold 5 min more')
    writeWaiting(7, [act])
    expect(readWaiting(7)).toEqual([act])
    expect(readWaiting(8)).toEqual([])
    writeWaiting(7, [])
    expect(kept.size).toBe(0)
  })

  it('says how long ago it was done, and nothing odd where a clock was changed', () => {
    const act = { ...waitingAct('looked', {}, 'Looked in'), at: 1_000_000 }
    expect(agoS(act, 1_090_000)).toBe(90)
    expect(agoS(act, 900_000)).toBe(0)
    expect(agoS(act, 1e15)).toBe(7 * 86_400)
  })

  it('is nothing where what was kept cannot be read', () => {
    kept.set('acts-7', '{broken')
    expect(readWaiting(7)).toEqual([])
    kept.set('acts-7', '{"a":1}')
    expect(readWaiting(7)).toEqual([])
  })

  it('has a key of its own each time, of a form the studio takes', () => {
    const keys = new Set(Array.from({ length: 50 }, newKey))
    expect(keys.size).toBe(50)
    for (const key of keys) expect(key).toMatch(/^[\w-]{8,40}$/)
  })
})

describe('the drawings of faults', () => {
  it('has one of its own for every fault there is', () => {
    const table = readFileSync(new URL('../../coldcradle/after/faults.csv', import.meta.url), 'utf-8')
    const keys = table
      .trim()
      .split('\n')
      .slice(1)
      .map((line) => line.split(',')[0]!)
    const plain = JSON.stringify(faultShapes('no such fault'))
    expect(keys.length).toBeGreaterThan(25)
    for (const key of keys) expect(JSON.stringify(faultShapes(key)), key).not.toBe(plain)
  })
})

describe('the axis of a kiln', () => {
  const HOUR = 3_600_000
  const now = new Date(2026, 10, 25, 12).getTime()
  const firing = (from: number, to: number) =>
    ({
      starts_at: new Date(now + from * HOUR).toISOString(),
      ends_at: new Date(now + to * HOUR).toISOString(),
      line: [
        [0, 20],
        [3600, 800],
        [7200, 40],
      ],
    }) as unknown as Silhouette

  it('shows a day and a half at least and four days at most', () => {
    expect(axisSpan(now, [])).toEqual([now - 6 * HOUR, now + 36 * HOUR])
    expect(axisSpan(now, [firing(-100, 300)])).toEqual([now - 36 * HOUR, now + 96 * HOUR])
  })

  it('draws a firing as a closed shape that stands on the floor', () => {
    const path = silhouette(firing(0, 2), (ms) => (ms - now) / HOUR, 56)
    expect(path).toBe('M0.0 56L0.0 54.8L1.0 6.0L2.0 53.5L2.0 56Z')
  })

  it('names every midnight and the nights round it', () => {
    const marks = clockMarks(now, now + 48 * HOUR)
    expect(marks.filter((m) => m.isDay)).toHaveLength(2)
    const nights = nightsBetween(now, now + 36 * HOUR)
    expect(nights.map(([a, b]) => (b - a) / HOUR)).toEqual([9, 2])
  })

  it('puts names in two lanes and leaves out what would lie on another', () => {
    const at = [0, 10, 20, 120].map((x) => ({ at: x, wide: 100, what: x }))
    expect(inLanes(at).map((l) => l.lane)).toEqual([0, 1, -1, 0])
  })
})
