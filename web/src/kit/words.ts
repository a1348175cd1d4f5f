import { shallowRef } from 'vue'

import type { Choices } from '../api/types'

export interface Told {
  text: string
  says?: string
}

type Word = Choices['words'][number]

const finders = new WeakMap<readonly Word[], { find: RegExp; says: Map<string, string> }>()

function finderOf(words: readonly Word[]) {
  let finder = finders.get(words)
  if (!finder) {
    const says = new Map<string, string>()
    for (const word of words) for (const form of [word.term, ...word.forms]) says.set(form, word.says)
    const forms = [...says.keys()].sort((a, b) => b.length - a.length)
    const escaped = forms.map((form) => form.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'))
    finder = { find: new RegExp(`\\b(?:${escaped.join('|')})\\b`, 'i'), says }
    finders.set(words, finder)
  }
  return finder
}

/** A text parted at the first word in it that has a meaning: one in a line is enough to be pointed at. */
export function parted(text: string, words: readonly Word[]): Told[] {
  const { find, says } = finderOf(words)
  const met = words.length ? find.exec(text) : null
  if (!met) return [{ text }]
  const end = met.index + met[0].length
  return [
    { text: text.slice(0, met.index) },
    { text: met[0], says: says.get(met[0].toLowerCase()) },
    { text: text.slice(end) },
  ].filter((part) => part.text)
}

/** The words that have a meaning, once they are known; no page waits for them. */
export const knownWords = shallowRef<readonly Word[]>([])
