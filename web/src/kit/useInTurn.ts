/** Edits of one row, one after another, each with the version the one before it has left. */
export function useInTurn(standing: () => number) {
  let known = 0
  let queue: Promise<unknown> = Promise.resolve()

  return function inTurn<Row extends { version: number }>(
    save: (version: number) => Promise<Row>,
  ): Promise<Row> {
    const next = queue.then(async () => {
      const row = await save(Math.max(known, standing()))
      known = row.version
      return row
    })
    queue = next.catch(() => undefined)
    return next
  }
}
