import { useDocument, usePiece } from '../../composables/usePiece'

/** A list in the document of a step: read, and written whole with one entry more, less or changed. */
export function useStepList<T extends object>(path: string) {
  const context = usePiece()
  const list = useDocument<T[]>(context, () => context.at(path))
  const write = (next: (now: T[]) => T[], label: string) =>
    context.change(() => [{ path: context.at(path), value: next([...(list.value ?? [])]) }], label)
  return {
    list,
    add: (one: T, label: string) => write((now) => [...now, one], label),
    drop: (at: number, label: string) => write((now) => now.filter((_, i) => i !== at), label),
    write,
  }
}
