import { ref } from 'vue'

import { keyOf, useFetched } from '../kit/keys'
import { useAction } from '../kit/useAction'

interface Edit<Row> {
  key: string
  typed: string
  save: () => Promise<Row>
}

/** Edits of the rows of one list: what is refused stays as typed with its reason, what is taken shows at once. */
export function useRowEdits<Row extends { id: number }>(list: 'glass' | 'kilns') {
  const { refresh, put } = useFetched()
  const drafts = ref<Record<string, { typed: string; fault: string }>>({})
  const forget = (key: string) => delete drafts.value[key]

  const writing = useAction(({ save }: Edit<Row>) => save(), {
    done: async (saved, { key }) => {
      await put<Row[]>(keyOf(list), (rows) => rows?.map((row) => (row.id === saved.id ? saved : row)))
      forget(key)
      void refresh('piece', 'pieces')
    },
    failed: (error, { key, typed }) => {
      drafts.value[key] = { typed, fault: error.message }
      void refresh(list)
    },
  })
  const write = (key: string, typed: string, save: () => Promise<Row>) => writing.act({ key, typed, save })
  return { drafts, write, forget }
}
