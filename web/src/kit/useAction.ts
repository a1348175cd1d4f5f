import { useMutation } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

import { Refused, Unreachable } from '../api/client'
import { tell } from './notices'

interface Options<In, Out> {
  /** Acts of one scope are done one after another, in the order they were asked for. */
  scope?: string
  /** What follows once it is done; the act lasts until that is over. */
  done?: (out: Out, input: In) => unknown
  /** What follows when it went wrong, where its words are said in a way of their own. */
  failed?: (error: Error, input: In) => unknown
  /** What follows either way. */
  ended?: (input: In) => unknown
  /** Somebody else changed it meanwhile: read it again. */
  conflict?: () => unknown
  /** No place of its own on the page: what went wrong is said at its foot. */
  isTold?: boolean
}

/** What a refusal says of single entries, by their path. */
export const faultsOf = (error: Error | null): Record<string, string> =>
  Object.fromEntries(error instanceof Refused ? error.faults.map((f) => [f.path, f.message]) : [])

/** What went wrong, line by line: of single entries where it is about them, or as a whole. */
export function linesOf(error: Error | null): string[] {
  const lines = error instanceof Refused ? error.faults.map((f) => f.message).filter(Boolean) : []
  return lines.length ? lines : error ? [error.message] : []
}

/** Something done at the studio: in order, once, with what went wrong in words, and what to read again. */
export function useAction<Out, In = void>(work: (input: In) => Promise<Out>, options: Options<In, Out> = {}) {
  const error = ref<Error | null>(null)
  let unsent: { input: In } | undefined
  const mutation = useMutation<Out, Error, In>({
    mutationFn: work,
    ...(options.scope ? { scope: { id: options.scope } } : {}),
    networkMode: 'always', // whether the studio can be reached is seen by asking it
    retry: false, // what was busy was asked again already, by `patiently`
    onMutate: () => void (error.value = null),
    onSuccess: (out, input) => options.done?.(out, input) as Promise<unknown>,
    onError: async (trouble, input) => {
      error.value = trouble
      unsent = trouble instanceof Unreachable ? { input } : undefined
      if (options.isTold) tell(trouble.message)
      await options.failed?.(trouble, input)
      if (trouble instanceof Refused && trouble.status === 409) await options.conflict?.()
    },
    onSettled: (_out, _error, input) => options.ended?.(input) as Promise<unknown>,
  })
  /** Whether it was done. */
  const act = (input: In): Promise<boolean> => {
    unsent = undefined
    return mutation.mutateAsync(input).then(
      () => true,
      () => false,
    )
  }
  return {
    act,
    isBusy: mutation.isPending,
    trouble: computed(() => error.value?.message ?? ''),
    troubles: computed(() => linesOf(error.value)),
    faults: computed(() => faultsOf(error.value)),
    /** Whether it did not arrive, and the same can be sent once more. */
    isUnsent: computed(() => error.value instanceof Unreachable),
    again: () => (unsent ? act(unsent.input) : Promise.resolve(false)),
    forget: () => void (error.value = null),
  }
}
