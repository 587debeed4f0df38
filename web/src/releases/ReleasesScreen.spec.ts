import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { DIALOG, screen } from '../testing/screen'
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
const shelf = { 'GET /api/shelf': [], 'GET /api/templates': [] }
const releases = (all: object[] | (() => object[]), options = {}) =>
  screen(ReleasesScreen, { 'GET /api/releases': all, ...shelf }, { stubs: DIALOG, at: '/releases', ...options })
afterEach(() => vi.unstubAllGlobals())

describe('C1 Releases', () => {
  it('begin with none, and say what to do', async () => {
    const { shown } = await releases([])
    expect(shown.text()).toContain('No release yet. Begin with “New release”')
  })
  it('are found by title, artist, kind, number and barcode, whichever words of them', async () => {
    const { shown } = await releases([
      head(31, 'Tidewrack Almanac'),
      head(29, 'Slack Water', { artists: 'The Paper Ferrymen', kind: 'single', tracks: 1, barcode: '9 521234 500292' }),
    ])
    const found = async (words: string) => {
      await shown.find('input[type=search]').setValue(words)
      return shown.findAll('ul > li b').map((each) => each.text())
    }
    expect(await found('wrack MIRA')).toEqual(['Tidewrack Almanac'])
    expect(await found('ferrymen single')).toEqual(['Slack Water'])
    expect(await found('NW-029')).toEqual(['Slack Water'])
    expect(await found('9521234500315')).toEqual(['Tidewrack Almanac'])
    expect(await found('mira single')).toEqual([])
    expect(shown.text()).toContain('No release fits “mira single”.')
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
  it('are looked up again when one has changed', async () => {
    let all = [head(29, 'Slack Water')]
    const { shown, say } = await releases(() => all)
    all = [head(29, 'Slack Water at Night')]
    say('release', { id: 29 })
    await vi.waitFor(() => expect(shown.find('li b').text()).toBe('Slack Water at Night'))
    await flushPromises()
  })
})
