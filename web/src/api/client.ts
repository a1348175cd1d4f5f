import createClient from 'openapi-fetch'
import type { paths } from './schema'
import type { Fault } from './types'

/** The server could not be reached; whatever was typed is kept and can be sent again. */
export class Unreachable extends Error {}

/** The server refused, in words; `faults` says which entries it is about. */
export class Refused extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly faults: Fault[],
    readonly body: unknown,
  ) {
    super(message)
  }
}

/** What proves to the server that a request comes from this page. */
export const csrfToken = () => /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? ''

const TRIES = 5

/** Ask again by itself while the studio is busy writing: nothing was kept then, so nothing is done twice. */
export async function patiently(
  request: Request,
  wait = (ms: number) => new Promise((go) => setTimeout(go, ms)),
) {
  for (let tried = 1; ; tried += 1) {
    const answer = await fetch(request.clone())
    if (answer.status !== 503 || tried === TRIES) return answer
    const waitS = Number(answer.headers.get('Retry-After') ?? 1)
    await wait(Math.min(10, waitS > 0 ? waitS : 1) * 1000 * (0.6 + 0.8 * Math.random()))
  }
}

const client = createClient<paths>({
  baseUrl: globalThis.location?.origin ?? '',
  fetch: (request) => patiently(request),
})
client.use({
  onRequest({ request }) {
    const token = csrfToken()
    if (token && request.method !== 'GET') request.headers.set('X-CSRFToken', token)
    return request
  },
})

export const api = client

/** The data of an answer, or Refused, or Unreachable. */
export async function request<T>(
  answer: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  const got = await answer.catch(() => {
    throw new Unreachable('The studio cannot be reached. What you typed is kept here.')
  })
  if (got.response.ok) return got.data as T
  const body = got.error as { message?: string; faults?: Fault[] } | undefined
  if ([502, 503, 504].includes(got.response.status))
    throw new Unreachable(body?.message ?? 'The studio cannot be reached. What you typed is kept here.')
  throw new Refused(
    body?.message ?? `The studio answered ${got.response.status}. What you typed is kept here.`,
    got.response.status,
    body?.faults ?? [],
    body,
  )
}
