import { call } from '../api/client'
import type { FoundName } from '../api/types'
import type { Suggestion } from '../kit/TypeAhead.vue'

/** People as typed, whatever their spelling and diacritics: the core knows who may be meant. */
export async function findPeople(typed: string): Promise<Suggestion[]> {
  const found = await call<FoundName[]>('GET', `/api/people/find?typed=${encodeURIComponent(typed)}`).catch(() => [])
  return found.map((each) => ({ text: each.name, more: each.why }))
}
