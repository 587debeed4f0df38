import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { PAGE } from '../api/client'
import { useSession } from '../api/session'
import type { ReleaseDelta, ReleaseView } from '../api/types'
import { announcements, Refused, server, type Heard } from '../testing/server'
import { eventually } from '../testing/eventually'
import { useReleaseStore } from './store'

const columns = [
  { key: 'title', entity: 'track', onRelease: true },
  { key: 'genre', entity: 'track', onRelease: true },
]
const row = (track: number, title: string) => ({
  track,
  trackId: track * 10,
  recordingId: track * 100,
  workId: track * 1000,
  cells: { title: { value: title, carried: false } },
})
const view = (tag: string, revision: number) =>
  ({
    tag,
    revision,
    head: { id: 7, title: 'Tidewrack Almanac' },
    columns,
    rows: [row(0, 'Tidewrack Almanac'), row(1, 'Almanac'), row(2, 'Eelgrass')],
    findings: [
      { id: 'a', weight: 'stop', track: 1, column: 'genre', says: 'No genre.', accepted: null },
      { id: 'b', weight: 'risk', track: 2, column: 'title', says: 'Odd.', accepted: 'It is meant so.' },
    ],
    stack: { undo: null, redo: null },
  }) as unknown as ReleaseView
const delta = (from: string, tag: string, title: string) =>
  ({
    from,
    tag,
    revision: 2,
    head: { id: 7, title: 'Tidewrack Almanac' },
    order: [10, 20],
    rows: [row(1, title)],
    came: [],
    went: ['a'],
    stack: { undo: 'Title of track 1', redo: null },
  }) as unknown as ReleaseDelta

let stream: ReturnType<typeof announcements>
beforeEach(() => {
  stream = announcements()
  setActivePinia(createPinia())
})
afterEach(() => vi.unstubAllGlobals())

async function opened(more: Parameters<typeof server>[0] = {}) {
  const stand = server({ 'GET /api/releases/7': view('one', 1), ...more })
  const release = useReleaseStore()
  await release.open(7)
  return { release, heard: stand.heard, gets: () => stand.heard.filter((call) => call.method === 'GET').length }
}
const title = (release: ReturnType<typeof useReleaseStore>, track: number) => release.rows[track]!.cells.title!

describe('The release that is open', () => {
  it('shows what is open; risks that somebody took are not in the way', async () => {
    const { release } = await opened()
    expect(release.findings.map((each) => each.id)).toEqual(['a'])
    expect(release.findingsByCell.get('1.genre')?.[0]?.says).toBe('No genre.')
  })
  it('shows an edit at once, and takes the rest from the answer without asking again', async () => {
    let answer!: (value: unknown) => void
    const { release, gets } = await opened({
      'POST /api/releases/7/changes': () => new Promise((resolve) => (answer = resolve)),
    })
    const before = gets()
    void release.write(title(release, 1), 'Almanack', 'Title of track 1')
    await flushPromises()
    expect(title(release, 1).shown).toBe('Almanack')
    expect(title(release, 1).waiting).toBe(true)
    answer(delta('one', 'two', 'Almanack'))
    await eventually(() => expect(title(release, 1).waiting).toBeFalsy())
    expect(release.findings).toEqual([])
    expect(release.view!.stack.undo).toBe('Title of track 1')
    expect(gets()).toBe(before)
  })
  it('tells the server what stood there, so that nobody is overwritten unseen', async () => {
    const { release, heard } = await opened({ 'POST /api/releases/7/changes': delta('one', 'two', 'Almanack') })
    void release.write(title(release, 1), 'Almanack', 'Title of track 1')
    await eventually(() => expect(heard.at(-1)!.method).toBe('POST'))
    expect(heard.at(-1)!.body).toEqual({
      says: 'Title of track 1',
      source: 'typed',
      changes: [
        { entity: 'track', target: 10, field: 'track.title', before: 'Almanac', after: 'Almanack', people: null },
      ],
    })
  })
  it('asks for all of it when the difference begins elsewhere', async () => {
    const { release, gets } = await opened({ 'POST /api/releases/7/undo': delta('another', 'two', 'Almanack') })
    const before = gets()
    await release.undo()
    expect(gets()).toBe(before + 1)
  })
  it('says what was refused, with what was typed, and shows what stands there', async () => {
    const { release } = await opened({
      'POST /api/releases/7/changes': new Refused(422, 'malformed-value', 'A title has at most 1,000 characters.'),
    })
    void release.write(title(release, 1), 'x', 'Title of track 1')
    await eventually(() => expect(release.problem).toBeTruthy())
    expect(release.problem).toBe('“x” was not written. A title has at most 1,000 characters.')
    expect(title(release, 1).shown).toBe('Almanac')
  })
  it('does deeds one after another, however fast they are asked for', async () => {
    const order: string[] = []
    const slow = (what: string) => async (heard: Heard) => {
      order.push(`${what} begins`)
      await new Promise((resolve) => setTimeout(resolve, 5))
      order.push(`${what} ends`)
      return delta('none', heard.path, 'Almanac')
    }
    const { release } = await opened({
      'POST /api/releases/7/undo': slow('undo'),
      'POST /api/releases/7/tracks': slow('track'),
    })
    await Promise.all([release.undo(), release.addTrack()])
    expect(order).toEqual(['undo begins', 'undo ends', 'track begins', 'track ends'])
  })
  it('writes a new order as the fact it is', async () => {
    const { release, heard } = await opened({ 'POST /api/releases/7/changes': delta('one', 'two', 'Almanac') })
    void release.order([20, 10], 'Move track 2 to 1')
    await eventually(() => expect(heard.at(-1)!.method).toBe('POST'))
    expect(heard.at(-1)!.body).toMatchObject({
      source: 'running order',
      changes: [{ target: 7, field: 'release.runningOrder', before: '10 20', after: '20 10' }],
    })
  })
  it('is asked for again when somebody else changed it, and not when the news is one’s own', async () => {
    const { release, gets } = await opened({
      'GET /api/session': { name: 'M. Arden', role: 'manager' },
      'GET /api/jobs': [],
    })
    await useSession().load()
    const before = gets()
    stream.say('release', { id: 7, revision: 1 })
    stream.say('release', { id: 8, revision: 5 })
    await flushPromises()
    expect(gets()).toBe(before)
    stream.say('release', { id: 7, revision: 2 })
    await flushPromises()
    expect(gets()).toBe(before + 1)
    expect(release.problem).toBeNull()
    // the announcement of an edit may come before its answer, which says what it changed
    stream.say('release', { id: 7, revision: 3 }, PAGE)
    await flushPromises()
    expect(gets()).toBe(before + 1)
    // what is no edit has no answer that says so
    stream.say('release', { id: 7 }, PAGE)
    await flushPromises()
    expect(gets()).toBe(before + 2)
  })
  it('keeps an edit though what was asked for before it is answered behind it', async () => {
    let late!: (value: unknown) => void
    const answers: unknown[] = [view('one', 1), new Promise((resolve) => (late = resolve)), view('two', 2)]
    const { release, gets } = await opened({
      'GET /api/releases/7': () => answers.shift(),
      'POST /api/releases/7/changes': delta('one', 'two', 'Almanack'),
    })
    // a master was measured, say
    void release.refresh()
    await eventually(() => expect(gets()).toBe(2))
    await release.write(title(release, 1), 'Almanack', 'Title of track 1')
    await flushPromises()
    expect(title(release, 1).value).toBe('Almanack')
    answers[0] = { ...view('two', 2), rows: [row(0, 'Tidewrack Almanac'), row(1, 'Almanack'), row(2, 'Measured')] }
    late(view('one', 1))
    await eventually(() => expect(title(release, 2).value).toBe('Measured'))
    expect(title(release, 1).value).toBe('Almanack')
    expect(gets()).toBe(3)
  })
  it('shows the answer to what was asked last, in whatever order they come', async () => {
    const waiting: ((value: unknown) => void)[] = []
    let first = true
    const { release } = await opened({
      'GET /api/releases/7': () => {
        if (!first) return new Promise((resolve) => waiting.push(resolve))
        first = false
        return view('one', 1)
      },
    })
    void release.refresh()
    void release.refresh()
    await eventually(() => expect(waiting).toHaveLength(2))
    const measured = (says: string) => ({ ...view('one', 1), rows: [row(0, says), row(1, says), row(2, says)] })
    waiting[1]!(measured('later'))
    await flushPromises()
    waiting[0]!(measured('earlier'))
    await flushPromises()
    expect(title(release, 1).value).toBe('later')
  })
  it('says that a release is gone', async () => {
    server({ 'GET /api/releases/9': new Refused(404, 'not-found', 'There is no such release.') })
    const release = useReleaseStore()
    await release.open(9)
    expect(release.missing).toBe(true)
    expect(release.problem).toBeNull()
  })
  it('lets readers read', async () => {
    const { release } = await opened({ 'GET /api/session': { name: 'Auditor', role: 'reader' }, 'GET /api/jobs': [] })
    await useSession().load()
    expect(release.readOnly).toBe(true)
  })
})
