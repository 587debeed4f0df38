import { api, got } from '../api/client'
import type { Suggestion } from '../kit/TypeAhead.vue'

/** People as typed, whatever their spelling and diacritics: the core knows who may be meant. */
export async function findPeople(typed: string): Promise<Suggestion[]> {
  const found = await got(api.GET('/api/people/find', { params: { query: { typed } } })).catch(() => [])
  return found.map((each) => ({ text: each.name, more: each.why }))
}
