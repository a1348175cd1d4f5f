import { csrfToken, Refused, Unreachable } from './client'
import { send } from './files'
import { lines } from './lines'
import type { MeshFile } from './types'

export interface Room {
  solid: { z_m: number[]; solid_id: number } & Record<string, unknown>
  mended: string[]
}

const GONE = 'The studio cannot be reached. The file is still where it was.'

/** Send a mesh file, telling what share of it has gone; large files take their time. */
export function sendMesh(file: File, tell: (share: number) => void): Promise<MeshFile> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest()
    const body = new FormData()
    body.append('file', file)
    request.upload.onprogress = (event) => tell(event.lengthComputable ? event.loaded / event.total : 0)
    request.onerror = () => reject(new Unreachable(GONE))
    request.responseType = 'json' // null where it is not
    request.onload = () => {
      const found = request.response as ({ message?: string } & Partial<MeshFile>) | null
      if (request.status === 201) return resolve(found as MeshFile)
      const words = found?.message ?? `The studio answered ${request.status}.`
      reject(new Refused(words, request.status, [], found))
    }
    request.open('POST', '/api/solids')
    request.setRequestHeader('X-CSRFToken', csrfToken())
    request.send(body)
  })
}

/** The room of a mesh, telling every step on the way. */
export async function takeRoom(
  id: number,
  how: { role: string; unit: string; up: string; largest_only: boolean },
  tell: (share: number, words: string) => void,
): Promise<Room> {
  const answer = await send(`/api/solids/${id}/room`, JSON.stringify(how), 'application/json')
  type Step = { done: number; doing: string; error?: string } & Partial<Room>
  for await (const step of lines<Step>(answer)) {
    if (step.error) throw new Refused(step.error, 422, [], step)
    if (step.solid) return { solid: step.solid, mended: step.mended ?? [] }
    tell(step.done, step.doing)
  }
  throw new Unreachable('The studio broke off in the middle. Try again.')
}
