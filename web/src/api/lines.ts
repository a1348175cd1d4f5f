import { Unreachable } from './client'

/** An answer that comes line by line, each line a value of its own. */
export async function* lines<T>(answer: Response): AsyncGenerator<T> {
  if (!answer.body) throw new Unreachable('The studio cannot be reached.')
  const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  for (;;) {
    const { value, done } = await reader.read()
    rest += value ?? ''
    const whole = rest.split('\n')
    rest = whole.pop() ?? ''
    for (const line of whole) yield JSON.parse(line) as T
    if (done) return
  }
}
