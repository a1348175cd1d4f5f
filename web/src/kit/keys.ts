import { useQueryClient } from '@tanstack/vue-query'

/** All that is fetched from the studio, by the name it is kept under. */
type Place =
  | 'after'
  | 'ahead'
  | 'before'
  | 'begin'
  | 'choices'
  | 'cost'
  | 'cradles'
  | 'cutting'
  | 'firing'
  | 'firings'
  | 'fits'
  | 'free'
  | 'glass'
  | 'invited'
  | 'kilns'
  | 'live'
  | 'motion'
  | 'notebook'
  | 'pattern'
  | 'people'
  | 'piece'
  | 'pieces'
  | 'session'
  | 'shape'
  | 'stock'
  | 'sum'
  | 'sums'
  | 'timers'
  | 'trace'
  | 'today'
  | 'waiting'
  | 'week'
  | 'workings'

/** The one way what was fetched is named: its place, and what it is about. */
export const keyOf = (place: Place, ...about: unknown[]) => [place, ...about]

/** What was fetched and is kept: to be read again, put in the place of what stood, or let go. */
export function useFetched() {
  const queries = useQueryClient()
  /** In the place of what stood. An older answer on its way must not come after it: it is let go, and asked anew. */
  async function put<T>(key: unknown[], found: T | ((before: T | undefined) => T | undefined)) {
    const about = { queryKey: key, exact: true }
    const isReading = queries.isFetching(about) > 0
    await queries.cancelQueries(about)
    queries.setQueryData<T>(key, found as never)
    if (isReading) void queries.invalidateQueries(about)
  }
  return {
    /** Read these places again; over when all of it that is on the page has been read. */
    refresh: (...places: Place[]) =>
      Promise.all(places.map((place) => queries.invalidateQueries({ queryKey: keyOf(place) }))),
    /** Only those of a place that this is true of. */
    refreshSome: (place: Place, isMeant: (about: readonly unknown[]) => boolean) =>
      queries.invalidateQueries({
        predicate: ({ queryKey: [what, ...about] }) => what === place && isMeant(about),
      }),
    /** As it stands now: what is shown of it may be a moment older. */
    get: <T>(key: unknown[]) => queries.getQueryData<T>(key),
    put,
    forget: (key: unknown[]) => queries.removeQueries({ queryKey: key }),
    forgetAll: () => queries.clear(),
  }
}
