import { csrfToken, Refused, Unreachable } from './client'
import type { Fault } from './types'

const GONE = 'The studio cannot be reached. The file is still where it was.'

/** Send something that is no JSON request, or whose answer is none; refusals come in words as everywhere. */
export async function send(path: string, body: BodyInit, type?: string): Promise<Response> {
  const answer = await fetch(path, {
    method: 'POST',
    headers: { 'X-CSRFToken': csrfToken(), ...(type ? { 'Content-Type': type } : {}) },
    body,
  }).catch(() => {
    throw new Unreachable(GONE)
  })
  if (answer.ok) return answer
  if (answer.status >= 502) throw new Unreachable(GONE)
  const told = (await answer.json().catch(() => ({}))) as { message?: string; faults?: Fault[] }
  const words = told.message ?? `The studio answered ${answer.status}.`
  throw new Refused(words, answer.status, told.faults ?? [], told)
}

/** Send one file as a form would. */
export async function sendFile<T>(path: string, file: File): Promise<T> {
  const body = new FormData()
  body.append('file', file)
  return (await (await send(path, body)).json()) as T
}

/** Let the browser save something under a name. */
export function saveAs(name: string, what: Blob): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(what)
  link.download = name
  link.click()
  URL.revokeObjectURL(link.href)
}
