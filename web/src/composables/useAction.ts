import { useMutation } from '@tanstack/vue-query'
import { ref } from 'vue'

import { Refused } from '../api/client'

interface Options<In, Out> {
  /** Acts of one scope are done one after another, in the order they were asked for. */
  scope?: string
  /** What follows once it is done; the act lasts until that is over. */
  done?: (out: Out, input: In) => unknown
  /** What went wrong, where it is said elsewhere. */
  failed?: (words: string) => unknown
  /** Somebody else changed it meanwhile: read it again. */
  conflict?: () => unknown
}

/** Something done at the studio: in order, once, with what went wrong in words, and what to read again. */
export function useAction<Out, In = void>(work: (input: In) => Promise<Out>, options: Options<In, Out> = {}) {
  const trouble = ref('')
  const mutation = useMutation<Out, Error, In>({
    mutationFn: work,
    ...(options.scope ? { scope: { id: options.scope } } : {}),
    networkMode: 'always', // whether the studio can be reached is seen by asking it
    retry: false, // what was busy was asked again already, by `patiently`
    onMutate: () => void (trouble.value = ''),
    onSuccess: (out, input) => options.done?.(out, input) as Promise<unknown>,
    onError: async (error) => {
      trouble.value = error.message
      options.failed?.(error.message)
      if (error instanceof Refused && error.status === 409) await options.conflict?.()
    },
  })
  /** Whether it was done. */
  const act = (input: In): Promise<boolean> =>
    mutation.mutateAsync(input).then(
      () => true,
      () => false,
    )
  return { act, isBusy: mutation.isPending, trouble }
}
