import { afterEach, describe, expect, it, vi } from 'vitest'

import { patiently, Refused, Unreachable } from '../../web/src/api/client'
import { send, sendFile } from '../../web/src/api/files'
import { takeRoom } from '../../web/src/api/meshes'
import { useInTurn } from '../../web/src/kit/useInTurn'

const answers = (make: () => Response | Promise<Response>) => {
  const fetch = vi.fn<(path: string, init: RequestInit) => Promise<Response>>(async () => make())
  vi.stubGlobal('fetch', fetch)
  vi.stubGlobal('document', { cookie: 'theme=dark; csrftoken=abc123' })
  return fetch
}
const json = (body: unknown, status = 200) => new Response(JSON.stringify(body), { status })

afterEach(() => vi.unstubAllGlobals())

describe('sending', () => {
  it('proves where it comes from and says what it sends', async () => {
    const fetch = answers(() => json({ count: 2 }))
    await send('/api/stock.csv', 'kind,form', 'text/csv')
    expect(fetch.mock.calls[0]![0]).toBe('/api/stock.csv')
    expect(fetch.mock.calls[0]![1].headers).toEqual({
      'X-CSRFToken': 'abc123',
      'Content-Type': 'text/csv',
    })
  })

  it('sends a file as a form does, without a type of its own', async () => {
    const fetch = answers(() => json({ id: 4 }))
    expect(await sendFile('/api/x', new File(['solid'], 'a.stl'))).toEqual({
      id: 4,
    })
    expect((fetch.mock.calls[0]![1].body as FormData).get('file')).toBeInstanceOf(File)
    expect(fetch.mock.calls[0]![1].headers).toEqual({
      'X-CSRFToken': 'abc123',
    })
  })

  it('hands refusals on in the words of the server, with every fault', async () => {
    answers(() =>
      json(
        {
          message: 'Two things.',
          faults: [{ path: 'a', message: 'x', typed: '' }],
        },
        422,
      ),
    )
    const error = await send('/api/x', '').catch((e: unknown) => e)
    expect(error).toBeInstanceOf(Refused)
    expect((error as Refused).message).toBe('Two things.')
    expect((error as Refused).faults).toHaveLength(1)
    answers(() => new Response('<html>', { status: 413 }))
    await expect(send('/api/x', '')).rejects.toThrow('The studio answered 413.')
  })

  it('says when nobody is there', async () => {
    answers(() => Promise.reject(new TypeError('network')))
    await expect(send('/api/x', '')).rejects.toBeInstanceOf(Unreachable)
    answers(() => new Response('', { status: 502 }))
    await expect(send('/api/x', '')).rejects.toBeInstanceOf(Unreachable)
  })
})

describe('the room of a mesh', () => {
  const how = { role: 'cavity', unit: 'mm', up: 'z', largest_only: false }
  const stream = (...chunks: string[]) => {
    const encoder = new TextEncoder()
    return new Response(
      new ReadableStream({
        start(controller) {
          for (const chunk of chunks) controller.enqueue(encoder.encode(chunk))
          controller.close()
        },
      }),
    )
  }

  it('tells every step, also when a line comes in pieces', async () => {
    answers(() =>
      stream(
        '{"done":0.1,"doing":"join',
        'ing corners"}\n{"done":0.6,"doing":"adding up"}\n',
        '{"done":1,"doing":"done","mended":["turned"],"solid":{"z_m":[0,1]}}\n',
      ),
    )
    const told: [number, string][] = []
    const room = await takeRoom(3, how, (share, words) => told.push([share, words]))
    expect(told).toEqual([
      [0.1, 'joining corners'],
      [0.6, 'adding up'],
    ])
    expect(room.solid.z_m).toEqual([0, 1])
    expect(room.mended).toEqual(['turned'])
  })

  it('ends with the words of a refusal, or says that it broke off', async () => {
    answers(() => stream('{"done":0.1,"doing":"x"}\n{"error":"there is a hole"}\n'))
    await expect(takeRoom(3, how, () => {})).rejects.toThrow('there is a hole')
    answers(() => stream('{"done":0.1,"doing":"x"}\n'))
    await expect(takeRoom(3, how, () => {})).rejects.toThrow('broke off in the middle')
    answers(() => json({ message: 'There is no mesh with this number.' }, 404))
    await expect(takeRoom(3, how, () => {})).rejects.toThrow('no mesh with this number')
  })
})

describe('edits of one row', () => {
  it('go one after another, each with the version the one before has left', async () => {
    const seen: number[] = []
    const inTurn = useInTurn(() => 7)
    const save = async (version: number) => {
      seen.push(version)
      await new Promise((done) => setTimeout(done, 1))
      return { version: version + 1 }
    }
    await Promise.all([inTurn(save), inTurn(save), inTurn(save)])
    expect(seen).toEqual([7, 8, 9])
  })

  it('one that is refused does not hold up the next, nor move the version', async () => {
    const inTurn = useInTurn(() => 3)
    const refused = inTurn(async () => Promise.reject(new Error('no')))
    const next = inTurn(async (version) => ({ version: version + 1 }))
    await expect(refused).rejects.toThrow('no')
    expect((await next).version).toBe(4)
  })

  it('follows the row when somebody else has moved it on', async () => {
    let standing = 1
    const inTurn = useInTurn(() => standing)
    await inTurn(async (version) => ({ version: version + 1 }))
    standing = 9
    expect((await inTurn(async (version) => ({ version }))).version).toBe(9)
  })
})

describe('a studio that is busy', () => {
  const busy = () =>
    new Response('{"message":"busy"}', {
      status: 503,
      headers: { 'Retry-After': '1' },
    })
  const request = () =>
    new Request('http://studio/api/pieces/1', {
      method: 'PATCH',
      body: '{"version":1}',
    })

  it('is asked again by itself, with the same body, until it answers', async () => {
    const bodies: string[] = []
    vi.stubGlobal('fetch', async (sent: Request) => {
      bodies.push(await sent.text())
      return bodies.length < 3 ? busy() : new Response('{}')
    })
    expect((await patiently(request(), async () => {})).status).toBe(200)
    expect(bodies).toEqual(['{"version":1}', '{"version":1}', '{"version":1}'])
  })

  it('is not asked for ever, and other refusals not again', async () => {
    const fetch = vi.fn(async () => busy())
    vi.stubGlobal('fetch', fetch)
    expect((await patiently(request(), async () => {})).status).toBe(503)
    expect(fetch).toHaveBeenCalledTimes(5)
    const refusing = vi.fn(async () => new Response('', { status: 409 }))
    vi.stubGlobal('fetch', refusing)
    expect((await patiently(request(), async () => {})).status).toBe(409)
    expect(refusing).toHaveBeenCalledTimes(1)
  })
})
