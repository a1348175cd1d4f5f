import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

import { api, request } from '../api/client'
import { keyOf } from '../kit/keys'
import { knownWords } from '../kit/words'

/** The words to choose from, request for once: stations, families, processes, shapes, materials, forms. */
export function useChoices() {
  const query = useQuery({
    queryKey: keyOf('choices'),
    queryFn: async () => {
      const found = await request(api.GET('/api/choices'))
      knownWords.value = found.words
      return found
    },
    staleTime: Infinity,
  })
  const all = computed(() => query.data.value)
  const process = (key: string) => all.value?.processes.find((p) => p.key === key)
  const family = (key: string) => all.value?.families.find((f) => f.key === key)
  /** What there is to choose from at an entry of a stage, by its path. */
  const entry = (path: string) => all.value?.entries[path] ?? []
  return { query, all, process, family, entry }
}
