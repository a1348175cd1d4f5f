import { useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'

/** Edits of the rows of one list: what is refused stays as typed with its reason, what is taken shows at once. */
export function useRowEdits<Row extends { id: number }>(list: string) {
  const queries = useQueryClient()
  const drafts = ref<Record<string, { typed: string; fault: string }>>({})

  async function write(key: string, typed: string, save: () => Promise<Row>) {
    try {
      const saved = await save()
      await queries.cancelQueries({ queryKey: [list] }) // an older answer on its way must not come after this one
      queries.setQueryData([list], (rows: Row[] | undefined) =>
        rows?.map((row) => (row.id === saved.id ? saved : row)),
      )
      delete drafts.value[key]
      void queries.invalidateQueries({ queryKey: ['piece'] })
      void queries.invalidateQueries({ queryKey: ['pieces'] })
    } catch (error) {
      drafts.value[key] = { typed, fault: (error as Error).message }
      void queries.invalidateQueries({ queryKey: [list] })
    }
  }

  const forget = (key: string) => delete drafts.value[key]
  return { drafts, write, forget }
}
