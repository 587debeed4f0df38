import { describe, expect, it, vi } from 'vitest'
import { eventually } from '../testing/eventually'
import { Problem } from '../api/client'
import type { Edit } from '../api/types'
import { useEdits, type Ways } from './edits'
import type { Keeping, Waiting } from './kept'

const change = (before: string | null, after: string, field = 'release.genre') =>
  ({ entity: 'release', target: 7, field, before, after }) as Edit

/** What is kept stays over the making of another queue, as over a reload. */
function memory(): Keeping & { edits: Map<string, Waiting> } {
  const edits = new Map<string, Waiting>()
  return {
    edits,
    all: async () => [...edits.values()].map((each) => JSON.parse(JSON.stringify(each)) as Waiting),
    put: async (edit) => {
      edits.set(edit.id, JSON.parse(JSON.stringify(edit)) as Waiting)
    },
    drop: async (edit) => void edits.delete(edit.id),
  }
}

/** A server with one fact a field; each change must have seen what stands there. */
function server(facts: Record<string, string | null>) {
  const state = { up: true, sent: 0 }
  const send = async (edit: Waiting) => {
    if (!state.up) throw new Problem(0, 'unreachable', 'away')
    state.sent++
    const conflicts = edit.changes
      .filter((each) => (facts[each.field] ?? null) !== (each.before ?? null))
      .map((each) => ({
        field: each.field,
        target: 7,
        seen: each.before,
        stored: facts[each.field] ?? null,
        wanted: each.after,
      }))
    if (conflicts.length) throw new Problem(409, 'changed-meanwhile', 'changed', { conflicts })
    if (edit.changes.some((each) => each.after === '?')) throw new Problem(422, 'malformed-value', 'no value')
    // as the server stores it: its canonical form, not what was typed
    for (const each of edit.changes) facts[each.field] = each.after?.toUpperCase() ?? null
  }
  return { facts, state, send }
}

function queue(of: ReturnType<typeof server>, keeping: Keeping, more: Partial<Ways> = {}) {
  return useEdits({
    keeping,
    tab: 'a',
    isOpen: async () => false,
    who: () => 'M. Arden',
    send: of.send,
    stored: (edit) => of.facts[edit.field],
    refused: () => {},
    conflicted: async () => {},
    ...more,
  })
}

describe('edits that wait', () => {
  it('follow each other: the second of one fact has seen what the first left', async () => {
    const at = server({ 'release.genre': 'FOLK' })
    const edits = queue(at, memory())
    const both = [
      edits.add(7, [change('FOLK', 'rock')], 'Genre', 'typed'),
      edits.add(7, [change('rock', 'jazz')], 'Genre', 'typed'),
    ]
    expect(await Promise.all(both)).toEqual([true, true])
    expect(at.facts['release.genre']).toBe('JAZZ')
    expect(edits.conflicts.value).toEqual([])
  })
  it('are kept while the server is away, over a reload, and go out in order', async () => {
    const at = server({})
    const keeping = memory()
    at.state.up = false
    const before = queue(at, keeping)
    expect(await before.add(7, [change(null, 'folk')], 'Genre', 'typed')).toBe(true)
    void before.add(7, [change('folk', 'rock')], 'Genre', 'typed')
    await eventually(() => expect(before.away.value).toBe(true))
    expect(keeping.edits.size).toBe(2)
    at.state.up = true
    const after = queue(at, keeping)
    await after.resume()
    await eventually(() => expect(keeping.edits.size).toBe(0))
    expect(at.facts['release.genre']).toBe('ROCK')
    expect(at.state.sent).toBe(2)
  })
  it('of another tab that is open, or of another person, are left alone', async () => {
    const at = server({})
    const keeping = memory()
    at.state.up = false
    void queue(at, keeping).add(7, [change(null, 'folk')], 'Genre', 'typed')
    await eventually(() => expect(keeping.edits.size).toBe(1))
    at.state.up = true
    await queue(at, keeping, { tab: 'b', isOpen: async () => true }).resume()
    await queue(at, keeping, { who: () => 'I. Sorel' }).resume()
    expect(at.state.sent).toBe(0)
    await queue(at, keeping, { tab: 'b' }).resume()
    await eventually(() => expect(at.state.sent).toBe(1))
  })
  it('are held fact by fact where somebody else was quicker; the others go on', async () => {
    const at = server({ 'release.genre': 'JAZZ', 'release.language': 'FR' })
    const keeping = memory()
    const edits = queue(at, keeping)
    const done = await edits.add(
      7,
      [change('FOLK', 'rock'), change('DE', 'en', 'release.language'), change(null, 'note', 'release.contact')],
      'Three',
      'typed',
    )
    expect(done).toBe(false)
    await eventually(() => expect(at.facts['release.contact']).toBe('NOTE'))
    expect(edits.conflicts.value.map((each) => [each.stored, each.wanted])).toEqual([
      ['JAZZ', 'rock'],
      ['FR', 'en'],
    ])
    await edits.decide(edits.conflicts.value[0]!, false)
    expect(edits.conflicts.value).toHaveLength(1)
    expect(keeping.edits.size).toBe(1)
    await edits.decide(edits.conflicts.value[0]!, true)
    expect(at.facts).toEqual({ 'release.genre': 'JAZZ', 'release.language': 'EN', 'release.contact': 'NOTE' })
    expect(keeping.edits.size).toBe(0)
  })
  it('of people with shares are read beside the other as the server would have written them', async () => {
    const at = server({ 'work.writers': 'JOSS AMBERLEY: C' })
    const send = (edit: Waiting) => {
      const wanted = 'Mira Tollgate: CA 25.00/50.00'
      if (edit.changes[0]!.after === wanted) return at.send(edit)
      const conflicts = [{ field: 'work.writers', target: 7, seen: null, stored: 'JOSS AMBERLEY: C', wanted }]
      return Promise.reject(new Problem(409, 'changed-meanwhile', 'changed', { conflicts }))
    }
    const edits = queue(at, memory(), { send })
    const people = [{ name: 'Mira Tollgate', role: 'CA', performing: '25', mechanical: '50', publisher: null }]
    const writers = { entity: 'work', target: 7, field: 'work.writers', before: null, people } as Edit
    expect(await edits.add(7, [writers], 'Writers', 'typed')).toBe(false)
    expect(edits.conflicts.value[0]!.wanted).toBe('Mira Tollgate: CA 25.00/50.00')
    await edits.decide(edits.conflicts.value[0]!, true)
    expect(at.facts).toEqual({ 'work.writers': 'MIRA TOLLGATE: CA 25.00/50.00' })
  })
  it('that are refused are told, and what comes behind them has seen what stands', async () => {
    const at = server({ 'release.genre': 'FOLK' })
    const refused = vi.fn()
    const edits = queue(at, memory(), { refused })
    const first = edits.add(7, [change('FOLK', '?')], 'Genre', 'typed')
    const second = edits.add(7, [change('?', 'rock')], 'Genre', 'typed')
    expect(await first).toBe(false)
    expect(await second).toBe(true)
    expect(refused).toHaveBeenCalledOnce()
    expect(at.facts['release.genre']).toBe('ROCK')
  })
})
