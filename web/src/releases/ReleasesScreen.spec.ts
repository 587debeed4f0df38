import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { DIALOG, screen } from '../testing/screen'
import { eventually } from '../testing/eventually'
import type { Heard } from '../testing/server'
import ReleasesScreen from './ReleasesScreen.vue'

const head = (id: number, title: string, more: object = {}) => ({
  id,
  title,
  artists: 'Mira Tollgate',
  kind: 'album',
  tracks: 9,
  time: '37:12',
  catalogueNumber: `NW-0${id}`,
  barcode: '9 521234 500315',
  date: '2027-02-19',
  days: 88,
  deliverBy: null,
  cover: null,
  marks: [],
  ...more,
})
const stands = (of: ReturnType<typeof head>) => ({
  release: of.id,
  looked: 5,
  gone: false,
  head: of,
  was: 1,
  things: 1,
  weight: 1,
  lateOn: null,
  aheadOn: null,
})
const shelf = { 'GET /api/shelf': [], 'GET /api/templates': [] }
/** As the server finds them: all words of it, newest first, so many behind one. */
const finding = (all: () => ReturnType<typeof head>[], lookedOver: number) => (call: Heard) => {
  const query = new URLSearchParams(call.path.split('?')[1])
  const words = (query.get('find') ?? '').toLowerCase().split(/\s+/).filter(Boolean)
  const fit = all().filter((each) =>
    words.every((word) => `${each.title} ${each.artists}`.toLowerCase().includes(word)),
  )
  const from = query.has('after') ? fit.findIndex((each) => each.id === Number(query.get('after'))) + 1 : 0
  return { releases: fit.slice(from, from + Number(query.get('count'))), total: fit.length, lookedOver }
}
const releases = (
  all: ReturnType<typeof head>[] | (() => ReturnType<typeof head>[]),
  { lookedOver = 0, ...options }: { lookedOver?: number; role?: string } = {},
) =>
  screen(
    ReleasesScreen,
    { 'GET /api/releases': finding(typeof all === 'function' ? all : () => all, lookedOver), ...shelf },
    { stubs: DIALOG, at: '/releases', ...options },
  )
afterEach(() => vi.unstubAllGlobals())

describe('C1 Releases', () => {
  it('begin with none, and say what to do', async () => {
    const { shown } = await releases([])
    expect(shown.text()).toContain('No releases yet. Create one with “New release”')
  })
  it('are found by the server, and none is said to be there that is not', async () => {
    const { shown } = await releases([
      head(31, 'Tidewrack Almanac'),
      head(29, 'Slack Water', { artists: 'The Paper Ferrymen' }),
    ])
    const finds = async (words: string, titles: string[]) => {
      await shown.find('input[type=search]').setValue(words)
      await eventually(() => expect(shown.findAll('ul > li b').map((each) => each.text())).toEqual(titles))
    }
    await finds('wrack MIRA', ['Tidewrack Almanac'])
    await finds('ferrymen', ['Slack Water'])
    await finds('mira ferrymen', [])
    expect(shown.text()).toContain('No release matches “mira ferrymen”.')
  })
  it('come a hundred at a time', async () => {
    const all = Array.from({ length: 230 }, (_, i) => head(500 - i, `Reach ${i}`))
    const { shown, button } = await releases(all)
    expect(shown.findAll('ul > li')).toHaveLength(100)
    expect(shown.text()).toContain('100 of 230.')
    await button('Show more').trigger('click')
    await flushPromises()
    await button('Show more').trigger('click')
    await flushPromises()
    expect(shown.findAll('ul > li b').map((each) => each.text())).toEqual(all.map((each) => each.title))
    expect(button('Show more')).toBeUndefined()
  })
  it('that are being looked over are counted', async () => {
    const { shown } = await releases([head(31, 'Tidewrack Almanac')], { lookedOver: 12 })
    expect(shown.find('[role=status]').text()).toContain('12 releases are being rechecked')
  })
  it('say what is missing rather than nothing', async () => {
    const { shown } = await releases([head(29, 'Slack Water', { date: null, days: null, artists: '', tracks: 1 })])
    expect(shown.find('li').text()).toContain('no date')
    expect(shown.find('li .quiet').text()).toBe('album · 1 track')
  })
  it('tell at which destinations something stands in the way, in words too', async () => {
    const { shown } = await releases([
      head(31, 'Tidewrack Almanac', {
        marks: [
          { destination: 'a', name: 'Lumenfold', readiness: 'stop', count: 2, standing: 'NONE', says: '2 stops' },
          { destination: 'b', name: 'OSTRA', readiness: 'ready', count: 0, standing: 'ACCEPTED', says: 'ready' },
        ],
      }),
    ])
    const marks = shown.findAll('.stand').map((each) => each.text().replace(/\s+/g, ' '))
    expect(marks[0]).toContain('Lumenfold')
    expect(marks[0]).toContain('2 stops')
    expect(marks[1]).toContain('OSTRA')
    expect(marks[1]).toContain('ready')
  })
  it('are begun by everybody but readers', async () => {
    expect((await releases([], { role: 'assistant' })).button('New release')).toBeDefined()
    expect((await releases([], { role: 'reader' })).button('New release')).toBeUndefined()
  })
  it('are asked for again when very many were looked at, and when announcements were missed', async () => {
    let all = [head(29, 'Slack Water')]
    const { shown, say } = await releases(() => all)
    all = [head(29, 'Slack Water at Night')]
    say('standing', { looked: 400 })
    await eventually(() => expect(shown.find('li b').text()).toBe('Slack Water at Night'))
    all = [head(29, 'Slack Water at Dawn')]
    // a stream that had been open begins anew
    say('hello', {})
    say('hello', {})
    await eventually(() => expect(shown.find('li b').text()).toBe('Slack Water at Dawn'))
  })
  it('show what they are told, and ask for nothing', async () => {
    const { shown, say, heard } = await releases([head(31, 'Tidewrack Almanac'), head(29, 'Slack Water')])
    const before = heard.length
    const titles = () => shown.findAll('ul > li b').map((each) => each.text())
    say('stands', stands(head(29, 'Slack Water at Night')))
    await flushPromises()
    expect(titles()).toEqual(['Tidewrack Almanac', 'Slack Water at Night'])
    say('stands', { ...stands(head(30, 'Low Lock')), was: null })
    await flushPromises()
    expect(titles()).toEqual(['Tidewrack Almanac', 'Low Lock', 'Slack Water at Night'])
    say('stands', { ...stands(head(31, '')), gone: true, head: null })
    await flushPromises()
    expect(titles()).toEqual(['Low Lock', 'Slack Water at Night'])
    expect(heard).toHaveLength(before)
  })
})
