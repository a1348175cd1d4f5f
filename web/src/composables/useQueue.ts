/** Work done one piece after another, in the order it was request for; a failure does not hold up the next. */
export function useQueue() {
  let queue: Promise<unknown> = Promise.resolve()
  return function inTurn<T>(work: () => Promise<T>): Promise<T> {
    const next = queue.then(work, work)
    queue = next.catch(() => undefined)
    return next
  }
}
