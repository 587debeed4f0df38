import { api, got } from '../api/client'
import type { Word } from '../api/types'
import type { Suggestion } from './TypeAhead.vue'

let asked: Promise<Record<string, Word[]>> | undefined

/** Codes by the beginning of their name or of the code itself: gre finds el, Greek. Of several words the last is completed. */
export async function findWord(type: string, typed: string): Promise<Suggestion[]> {
  asked ??= got(api.GET('/api/words')).catch(() => ((asked = undefined), {}))
  const words = (await asked)[type] ?? []
  const last = typed.slice(typed.lastIndexOf(' ') + 1).toLowerCase()
  const kept = typed.slice(0, typed.lastIndexOf(' ') + 1)
  if (!last) return []
  return words
    .filter((word) => word.text.toLowerCase() === last || word.means.toLowerCase().startsWith(last))
    .map((word) => ({ text: kept + word.text, more: word.means }))
}

/** A fact's name within a sentence: abbreviations stay as they are. */
export const within = (name: string) => (name === name.toUpperCase() ? name : name.toLowerCase())
