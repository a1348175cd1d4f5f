import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { createApp } from 'vue'
import { describe, expect, it, vi } from 'vitest'

import { Refused, Unreachable } from '../../web/src/api/client'
import { useAction } from '../../web/src/kit/useAction'

const within = <T>(make: () => T): T => {
  const app = createApp({})
  app.use(VueQueryPlugin, { queryClient: new QueryClient() })
  return app.runWithContext(make)
}
const later = (ms: number) => new Promise((go) => setTimeout(go, ms))

describe('an act', () => {
  it('says what went wrong, and forgets it with the next', async () => {
    let fails = true
    const { act, trouble } = within(() =>
      useAction(async () => {
        if (fails) throw new Error('The kiln is not there.')
        return 1
      }),
    )
    expect(await act()).toBe(false)
    expect(trouble.value).toBe('The kiln is not there.')
    fails = false
    expect(await act()).toBe(true)
    expect(trouble.value).toBe('')
  })

  it('is done once for each press, one after another, in their order', async () => {
    const told: string[] = []
    const { act } = within(() =>
      useAction(
        async (ms: number) => {
          told.push(`begun ${ms}`)
          await later(ms)
          return ms
        },
        { scope: 'shelf', done: (ms) => void told.push(`done ${ms}`) },
      ),
    )
    await Promise.all([act(30), act(1), act(5)])
    expect(told).toEqual(['begun 30', 'done 30', 'begun 1', 'done 1', 'begun 5', 'done 5'])
  })

  it('reads again what somebody else has changed, and nothing after other refusals', async () => {
    const again = vi.fn()
    let status = 409
    const { act, trouble } = within(() =>
      useAction(
        async () => {
          throw new Refused('Changed meanwhile.', status, [], null)
        },
        { conflict: again },
      ),
    )
    await act()
    expect(again).toHaveBeenCalledTimes(1)
    expect(trouble.value).toBe('Changed meanwhile.')
    status = 422
    await act()
    expect(again).toHaveBeenCalledTimes(1)
  })

  it('lasts until what follows is over', async () => {
    let isRead = false
    const { act, isBusy } = within(() =>
      useAction(async () => 1, {
        done: async () => {
          await later(10)
          isRead = true
        },
      }),
    )
    const doing = act()
    await later(1)
    expect(isBusy.value).toBe(true)
    await doing
    expect(isRead).toBe(true)
    expect(isBusy.value).toBe(false)
  })

  it('offers to send again only what has not arrived, as it was', async () => {
    const sent: number[] = []
    let trouble: Error | null = new Unreachable('Nobody there.')
    const { act, again, isUnsent } = within(() =>
      useAction(async (grams: number) => {
        sent.push(grams)
        if (trouble) throw trouble
      }),
    )
    await act(120)
    expect(isUnsent.value).toBe(true)
    trouble = null
    expect(await again()).toBe(true)
    expect(sent).toEqual([120, 120])
    expect(isUnsent.value).toBe(false)
    trouble = new Refused('Too heavy.', 422, [], null)
    await act(5000)
    expect(isUnsent.value).toBe(false)
    expect(await again()).toBe(false)
    expect(sent).toEqual([120, 120, 5000])
  })

  it('says of which entry each fault is, and ends either way', async () => {
    const ended = vi.fn()
    const faults = [
      { path: 'name', message: 'Give it a name.' },
      { path: 'peak', message: 'Too hot.' },
    ]
    const {
      act,
      troubles,
      faults: by,
      forget,
      trouble,
    } = within(() =>
      useAction(
        async (): Promise<void> => {
          throw new Refused('Two entries.', 422, faults as never, null)
        },
        { ended: () => ended() },
      ),
    )
    await act()
    expect(troubles.value).toEqual(['Give it a name.', 'Too hot.'])
    expect(by.value).toEqual({ name: 'Give it a name.', peak: 'Too hot.' })
    expect(ended).toHaveBeenCalledTimes(1)
    forget()
    expect([trouble.value, troubles.value]).toEqual(['', []])
  })
})
