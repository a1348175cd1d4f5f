import { describe, expect, it, vi } from 'vitest'

import { keep, kept, keptJson } from '../../web/src/kit/kept'
import { keyOf } from '../../web/src/kit/keys'
import { heightAt, readOff, spaced } from '../../web/src/kit/scale'

const broken = {
  getItem: () => {
    throw new Error('switched off')
  },
  setItem: () => {
    throw new Error('full')
  },
  removeItem: () => {
    throw new Error('switched off')
  },
}
const shelf = () => {
  const held = new Map<string, string>()
  return {
    held,
    getItem: (key: string) => held.get(key) ?? null,
    setItem: (key: string, text: string) => void held.set(key, text),
    removeItem: (key: string) => void held.delete(key),
  }
}

describe('what a browser keeps', () => {
  it('is there again, and gone when it is let go', () => {
    const store = shelf()
    expect(keep('system', 'us', store)).toBe(true)
    expect(kept('system', store)).toBe('us')
    keep('system', null, store)
    expect(kept('system', store)).toBeNull()
  })

  it('is nothing where storage is switched off or full, and no trouble either', () => {
    expect(kept('system', broken)).toBeNull()
    expect(keptJson('folds', broken)).toBeUndefined()
    expect(keep('system', 'us', broken)).toBe(false)
    expect(keep('system', null, broken)).toBe(false)
  })

  it('is nothing where somebody else has written there', () => {
    const store = shelf()
    store.held.set('folds', '{"a":')
    expect(keptJson('folds', store)).toBeUndefined()
    store.held.set('folds', '["a"]')
    expect(keptJson('folds', store)).toEqual(['a'])
  })
})

describe('names of what was fetched', () => {
  it('are their place and what they are about, in order', () => {
    expect(keyOf('piece', 3, 'slump')).toEqual(['piece', 3, 'slump'])
    expect(keyOf('sums')).toEqual(['sums'])
  })
})

describe('what is told at the foot of the page', () => {
  it('waits for what shows it, and is said once each', async () => {
    const emit = vi.fn<(type: string, message: { summary: string }) => void>()
    vi.doMock('../../web/node_modules/primevue/toasteventbus/index.mjs', () => ({ default: { emit } }))
    const { beginTelling, isTelling, tell } = await import('../../web/src/kit/notices')
    expect(isTelling.value).toBe(false)
    tell('The kiln is not there.')
    expect(isTelling.value).toBe(true)
    expect(emit).not.toHaveBeenCalled()
    beginTelling()
    tell('Nor now.')
    expect(emit.mock.calls.map((call) => call[1].summary)).toEqual(['The kiln is not there.', 'Nor now.'])
  })
})

describe('a scale', () => {
  const marks = [0, 200, 400, 600].map((at) => ({ at, text: String(at) }))
  const fahrenheit = [
    { at: -17.8, text: '0' },
    { at: 93.3, text: '200' },
    { at: 204.4, text: '400' },
  ]

  it('is read between its marks in their own unit', () => {
    expect(readOff(marks, 250)).toBe('250')
    expect(readOff(fahrenheit, 100)).toBe('212') // water boils at 100 °C and at 212 °F
    expect(
      readOff(
        [
          { at: 0, text: '0.5' },
          { at: 10, text: '−1.5' },
        ],
        7.5,
      ),
    ).toBe('−1.00')
    expect(readOff(marks.slice(0, 1), 5)).toBe('')
  })

  it('writes no mark over another, whichever way it runs', () => {
    const at = (list: { at: number }[]) => list.map((mark) => mark.at)
    expect(at(spaced(marks, (v) => v / 10, 20))).toEqual([0, 200, 400, 600])
    expect(at(spaced(marks, (v) => v / 10, 21))).toEqual([0, 400])
    expect(at(spaced(marks, (v) => 100 - v / 10, 21))).toEqual([0, 400])
  })

  it('finds a line between its points, and nothing beyond its ends', () => {
    const line = [
      [0, 20],
      [2, 520],
      [2, 600],
      [6, 600],
    ]
    expect(heightAt(line, 1)).toBe(270)
    expect(heightAt(line, 4)).toBe(600)
    expect(heightAt(line, 6.1)).toBeUndefined()
    expect(heightAt([], 1)).toBeUndefined()
  })
})
