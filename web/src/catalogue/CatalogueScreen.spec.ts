import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { PAGE } from '../api/client'
import { DIALOG, screen } from '../testing/screen'
import { eventually } from '../testing/eventually'
import { Beside, Refused, type Heard } from '../testing/server'
import CatalogueScreen from './CatalogueScreen.vue'

const column = (key: string, name: string, more: object = {}) => ({
  key,
  name,
  scale: 'text',
  entity: 'track',
  field: `track.${key}`,
  type: 'text',
  words: [],
  help: null,
  several: false,
  ...more,
})
const COLUMNS = [
  column('title', 'Title'),
  column('artists', 'Artists', { type: 'names' }),
  column('country', 'Country', { entity: 'recording', field: 'recording.country' }),
  column('isrc', 'ISRC', { entity: 'recording', field: 'recording.isrc', type: 'isrc' }),
  column('year', 'Year', { scale: 'number', entity: null, field: null, type: null }),
]
const TOTAL = 50_000
const row = (index: number) => ({
  release: 7,
  track: index + 1,
  trackId: 1000 + index,
  recordingId: 5000 + index,
  workId: 9000 + index,
  master: null,
  cells: {
    title: { value: `Reach ${index}`, shown: null, carried: false },
    artists: { value: 'Mira Tollgate', shown: null, carried: true },
    year: { value: '2021', shown: null, carried: false },
  },
})
const window_ = (call: Heard) => {
  const query = new URLSearchParams(call.path.split('?')[1])
  const from = Number(query.get('from'))
  const find = query.get('find') ?? ''
  const total = find.includes('nobody') ? 0 : TOTAL
  return {
    total,
    of: TOTAL,
    releases: 4000,
    lookedOver: 0,
    parts: find
      .split(', ')
      .filter(Boolean)
      .map((text) => ({
        text,
        column: null,
        problem: text.includes('flood') ? 'Year takes a year such as 2021' : null,
      })),
    from,
    rows: Array.from({ length: Math.min(total, Number(query.get('count'))) }, (_, i) => row(from + i)),
  }
}
const routes = {
  'GET /api/catalogue/recordings/columns': COLUMNS,
  'GET /api/catalogue/recordings': window_,
  'GET /api/catalogue/recordings/values': { values: [{ value: 'Mira Tollgate', count: 12 }], distinct: 1, without: 3 },
  'GET /api/catalogue/stack': { undo: null, redo: null },
  'GET /api/catalogue/views': [
    {
      id: 3,
      name: 'Old ones',
      subject: 'recordings',
      find: 'year 1998',
      sort: '',
      columns: 'title,barnacles',
      forAll: true,
      by: 'Sol',
      own: false,
    },
  ],
}
const catalogue = async (at = '/catalogue/recordings', more: Record<string, unknown> = {}, role = 'manager') => {
  const shownAs = await screen(CatalogueScreen, { ...routes, ...more }, { stubs: DIALOG, at, role })
  await eventually(() => expect(shownAs.shown.find('.found').text()).toContain('recordings'))
  return shownAs
}
const asked = (heard: Heard[]) => heard.filter((call) => call.path.startsWith('/api/catalogue/recordings?'))

/** Opens a cell for typing, as a mouse does. */
async function type(shown: Awaited<ReturnType<typeof catalogue>>['shown']) {
  await shown.find("[data-cell='2.title']").trigger('mousedown')
  await flushPromises()
  await shown.find("[data-cell='2.title']").trigger('dblclick')
  await flushPromises()
}

beforeEach(() => {
  Element.prototype.scrollIntoView = () => {}
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      disconnect() {}
    },
  )
})
afterEach(() => vi.unstubAllGlobals())

describe('F4 The catalogue', () => {
  it('makes a column as wide as one wants, in the address, without asking for its rows again', async () => {
    const { shown, heard, router } = await catalogue()
    const before = asked(heard).length
    const edge = shown.findAll('.edge')[1]!
    edge.element.parentElement!.getBoundingClientRect = () => ({ width: 200 }) as DOMRect
    await shown.findAll('.caption button')[1]!.trigger('keydown', { key: 'ArrowRight', altKey: true })
    await flushPromises()
    expect(router.currentRoute.value.query.columns).toContain('artists:216')
    expect(shown.find('.caption').attributes('style')).toContain('216px')
    expect(asked(heard)).toHaveLength(before)
    await edge.trigger('dblclick')
    await flushPromises()
    expect(router.currentRoute.value.query.columns).not.toContain(':')
  })
  it('takes selected recordings to a new release, in the order in which they were selected', async () => {
    const { shown, button, posts, router } = await catalogue('/catalogue/recordings', {
      'POST /api/releases': { head: { id: 12 } },
      'POST /api/releases/12/recordings': {},
    })
    for (const line of [3, 1]) await shown.findAll('.tick input')[line]!.trigger('click')
    await button('Add to a release…').trigger('click')
    await flushPromises()
    await shown.find('.fields input').setValue('Best of the Weir')
    shown.find('.fields').element.closest('form')!.dispatchEvent(new Event('submit'))
    await flushPromises()
    expect(posts().map((call) => [call.path, call.body])).toEqual([
      ['/api/releases', { kind: 'compilation', title: 'Best of the Weir', template: null, from: null }],
      ['/api/releases/12/recordings', { tracks: [], recordings: [5003, 5001] }],
    ])
    expect(router.currentRoute.value.path).toContain('12')
  })
  it('takes them to a release that is found, and makes no second one when that did not work', async () => {
    let tries = 0
    const { shown, button, posts } = await catalogue('/catalogue/recordings', {
      'GET /api/releases': {
        releases: [{ id: 7, title: 'Reed and Rush', artists: 'Mira Tollgate' }],
        total: 1,
        lookedOver: 0,
      },
      'POST /api/releases': { head: { id: 12 } },
      'POST /api/releases/12/recordings': () =>
        ++tries === 1 ? new Refused(503, 'database-away', 'The database is away.') : {},
      'POST /api/releases/7/recordings': {},
    })
    await shown.findAll('.tick input')[0]!.trigger('click')
    await button('Add to a release…').trigger('click')
    await flushPromises()
    const submit = async () => {
      shown.find('.fields').element.closest('form')!.dispatchEvent(new Event('submit'))
      await flushPromises()
    }
    await submit()
    expect(shown.text()).toContain('The database is away.')
    await submit()
    expect(posts().map((call) => call.path)).toEqual([
      '/api/releases',
      '/api/releases/12/recordings',
      '/api/releases/12/recordings',
    ])
    await button('Add to a release…').trigger('click')
    await flushPromises()
    await shown.findAll('.way input')[1]!.setValue(true)
    await flushPromises()
    await submit()
    expect(posts().at(-1)!.path).toBe('/api/releases/7/recordings')
  })
  it('lets who only reads keep views for oneself', async () => {
    const { shown, button } = await catalogue('/catalogue/recordings', {}, 'reader')
    await button('Save view…').trigger('click')
    await flushPromises()
    expect(shown.text()).toContain('Filter, order and columns are saved.')
    expect(shown.text()).not.toContain('for everybody')
  })
  it('draws what is in sight of fifty thousand rows and asks for no more', async () => {
    const { shown, heard } = await catalogue()
    expect(shown.find('.found').text()).toContain('50,000 recordings')
    expect(shown.findAll('.all .line').length).toBeLessThan(60)
    expect(shown.find('.all').attributes('style')).toContain('1400000px')
    expect(asked(heard).every((call) => call.path.includes('count=100'))).toBe(true)
    expect(shown.findAll('*').length).toBeLessThan(2000)
  })
  it('is filtered by a part that is typed, and by a value that is clicked; both stand in the address', async () => {
    const { shown, router } = await catalogue()
    await shown.find('.filter input').setValue('without isrc')
    await shown.find('.filter input').trigger('keydown.enter')
    await flushPromises()
    expect(router.currentRoute.value.query.find).toBe('without isrc')
    await eventually(() => expect(shown.find('.values li button').exists()).toBe(true))
    await shown.find('.values li button').trigger('click')
    await flushPromises()
    expect(router.currentRoute.value.query.find).toBe('without isrc, artists "Mira Tollgate"')
    await shown.find('.part .away').trigger('click')
    await flushPromises()
    expect(router.currentRoute.value.query.find).toBe('artists "Mira Tollgate"')
  })
  it('underlines what was not understood and says what it would take', async () => {
    const { shown } = await catalogue('/catalogue/recordings?find=year%20of%20the%20flood')
    expect(shown.find('.part.wrong').text()).toContain('year of the flood')
    expect(shown.find('.filter .problem').text()).toBe('Year takes a year such as 2021')
  })
  it('says that nothing fits', async () => {
    const { shown } = await catalogue('/catalogue/recordings?find=nobody')
    expect(shown.text()).toContain('No rows match this filter.')
  })
  it('says of a view which of its columns is gone', async () => {
    const { shown } = await catalogue('/catalogue/recordings?columns=title,barnacles')
    expect(shown.text()).toContain('There is no column “barnacles” any more; it was left out.')
  })
  it('opens a saved view', async () => {
    const { shown, router } = await catalogue()
    await shown.find('.views select').setValue('3')
    await flushPromises()
    expect(router.currentRoute.value.query).toEqual({ find: 'year 1998', columns: 'title,barnacles' })
  })
  it('writes a cell where it stands, with what was seen there', async () => {
    const { shown, posts } = await catalogue(undefined, {
      'POST /api/catalogue/changes': { undo: 'Title of a track', redo: null },
    })
    await type(shown)
    await shown.find('.edit input').setValue('Low Bridge')
    await shown.find('.edit input').trigger('keydown.enter')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({
      field: 'track.title',
      after: 'Low Bridge',
      places: [{ target: 1002, before: 'Reach 2' }],
    })
    expect(shown.find('.undo').text()).toContain('Undo Title of a track')
  })
  it('writes where typing began, and leaves the rows in their places until it has ended', async () => {
    let gone = 0
    const { shown, posts, heard, say } = await catalogue(undefined, {
      'GET /api/catalogue/recordings': (call: Heard) => {
        const sent = window_(call)
        return { ...sent, total: TOTAL - gone, rows: sent.rows.map((_, i) => row(sent.from + i + gone)) }
      },
      'POST /api/catalogue/changes': { undo: 'Title of a track', redo: null },
    })
    await type(shown)
    const before = asked(heard).length
    // somebody else makes the first row go
    gone = 1
    say('stands', { release: 7, looked: 3 })
    await eventually(() => expect(asked(heard).length).toBeGreaterThan(before))
    await flushPromises()
    expect(shown.find("[data-cell='3.title']").text()).toBe('Reach 3')
    expect(shown.find("[data-cell='2.title'] .edit").exists()).toBe(true)
    await shown.find('.edit input').setValue('Low Bridge')
    await shown.find('.edit input').trigger('keydown.enter')
    await eventually(() => expect(shown.find("[data-cell='0.title']").text()).toBe('Reach 1'))
    expect(posts().at(-1)!.body).toEqual({
      field: 'track.title',
      after: 'Low Bridge',
      places: [{ target: 1002, before: 'Reach 2' }],
    })
    // the cursor went down a row, and then with that row
    expect(shown.find('.board .here').attributes('data-cell')).toBe('2.title')
    expect(shown.find('.board .here').text()).toBe('Reach 3')
  })
  it('fetches once what was written here, and again only what was looked at since', async () => {
    let reached = 40
    const { shown, heard, say } = await catalogue(undefined, {
      'GET /api/catalogue/recordings': (call: Heard) => new Beside(window_(call), { 'Entrada-Reached': `${reached}` }),
      'POST /api/catalogue/changes': () => ((reached = 41), { undo: 'Title of a track', redo: null }),
    })
    await type(shown)
    await shown.find('.edit input').setValue('Low Bridge')
    const before = asked(heard).length
    await shown.find('.edit input').trigger('keydown.enter')
    await eventually(() => expect(asked(heard).length).toBeGreaterThan(before))
    await flushPromises()
    const written = asked(heard).length
    say('release', { id: 7, revision: 3 }, PAGE)
    say('stands', { release: 7, looked: 41 })
    await new Promise((later) => setTimeout(later, 600))
    expect(asked(heard)).toHaveLength(written)
    reached = 42
    say('stands', { release: 9, looked: 42 })
    await eventually(() => expect(asked(heard).length).toBeGreaterThan(written))
  })
  it('keeps what is typed into a row that is still on its way', async () => {
    const waiting: (() => void)[] = []
    const { shown } = await catalogue(undefined, {
      'GET /api/catalogue/recordings': async (call: Heard) => {
        const sent = window_(call)
        if (sent.from > 0) await new Promise<void>((go) => waiting.push(go))
        return sent
      },
    })
    await shown.find("[data-cell='2.title']").trigger('mousedown')
    const board = shown.find('.board')
    await board.trigger('keydown', { key: 'End', ctrlKey: true })
    await flushPromises()
    for (const key of ['L', 'o', 'w', ' ', 'B']) await board.trigger('keydown', { key })
    expect(shown.find('.edit').exists()).toBe(false)
    while (waiting.length) {
      waiting.pop()!()
      await flushPromises()
    }
    expect((shown.find("[data-cell='49999.title'] .edit input").element as HTMLInputElement).value).toBe('Low B')
  })
  it('tells both values where somebody was quicker', async () => {
    const { shown } = await catalogue(undefined, {
      'POST /api/catalogue/changes': new Refused(409, 'changed-meanwhile', 'Somebody changed this in the meantime.', {
        conflicts: [{ field: 'track.title', target: 1002, seen: 'Reach 2', stored: 'Hers', wanted: 'Mine' }],
      }),
    })
    await type(shown)
    await shown.find('.edit input').setValue('Mine')
    await shown.find('.edit input').trigger('keydown.enter')
    await flushPromises()
    expect(shown.find('.problem[role=alert]').text()).toContain('Now it is “Hers”; you saw “Reach 2” and wanted “Mine”')
  })
  it('sets one field in all that is found, after a preview', async () => {
    const { shown, posts, button } = await catalogue('/catalogue/recordings?find=year%202021', {
      'POST /api/catalogue/recordings/preview': {
        field: 'recording.country',
        after: 'NL',
        places: [{ target: 5001, before: 'DE', title: 'Reach 1', release: 'Slack Water' }],
        releases: 1,
        carried: 0,
        same: 4,
      },
      'POST /api/catalogue/changes': { undo: 'Country of a recording', redo: null },
    })
    const dialog = () => shown.findAll('.dialog').at(-1)!
    await shown
      .findAll('.found .act')
      .find((each) => each.text().startsWith('Set a field'))!
      .trigger('click')
    await flushPromises()
    expect(posts()).toEqual([])
    await dialog().find('select').setValue('country')
    await dialog().find('.ahead input').setValue('nl')
    await eventually(() => expect(dialog().find('table').exists()).toBe(true))
    expect(posts().at(-1)!.body).toEqual({
      column: 'country',
      value: 'nl',
      find: 'year 2021',
      rows: [],
      carried: false,
    })
    expect(dialog().text()).toContain('4 rows already have this value')
    await button('Change 1 recording').trigger('click')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({
      field: 'recording.country',
      after: 'NL',
      places: [{ target: 5001, before: 'DE' }],
    })
  })
  it('allocates ISRCs to the rows that are selected', async () => {
    const { shown, posts, button } = await catalogue(undefined, {
      'POST /api/catalogue/isrcs': { count: 2, stack: { undo: '2 ISRCs', redo: null } },
    })
    const boxes = shown.findAll('.tick input')
    await boxes[1]!.trigger('click')
    await boxes[2]!.trigger('click')
    expect(shown.find('.found').text()).toContain('2 selected')
    await button('Allocate missing ISRCs').trigger('click')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ recordings: [5001, 5002], find: null })
    expect(shown.find('.undo').text()).toContain('Undo 2 ISRCs')
  })
  it('lets somebody who only reads look, and export', async () => {
    const { shown } = await catalogue('/catalogue/recordings?find=year%202021', {}, 'reader')
    expect(shown.find('.found').text()).not.toContain('Set a field')
    expect(shown.find('.export a').attributes('href')).toContain('/api/catalogue/recordings/export?find=year+2021')
  })
  it('makes values of a column one that somebody chose', async () => {
    let stack = { undo: null as string | null, redo: null as string | null }
    const { shown, heard } = await catalogue('/catalogue/recordings', {
      'GET /api/catalogue/recordings/values': {
        values: [
          { value: 'Sunniva Dray', count: 86 },
          { value: 'Dray, Sunniva', count: 2 },
        ],
        distinct: 2,
        without: 0,
      },
      'GET /api/people/find': (call: Heard) => {
        const name = new URLSearchParams(call.path.split('?')[1]).get('typed')
        return [{ id: name === 'Sunniva Dray' ? 4 : 9, name, why: '' }]
      },
      'POST /api/families/preview': {
        places: [
          { release: 7, title: 'Slack Water', where: 'Artists', before: 'Dray, Sunniva', after: 'Sunniva Dray' },
        ],
        releases: 1,
        delivered: [],
      },
      'POST /api/families/one': () => (stack = { undo: 'Merge of two names', redo: null }),
      'GET /api/catalogue/stack': () => stack,
    })
    await eventually(() => expect(shown.findAll('.values li input')).toHaveLength(2))
    for (const box of shown.findAll('.values li input')) await box.setValue(true)
    await shown.find('.values .btn').trigger('click')
    await eventually(() => expect(shown.find('.changed').text()).toContain('1 place on 1 release'))
    await shown.find('.changed .btn').trigger('click')
    await eventually(() => expect(shown.text()).toContain('Undo Merge of two names'))
    expect(heard.find((call) => call.path === '/api/families/one')!.body).toEqual({
      kind: 'people',
      ids: ['9'],
      right: '4',
      places: 1,
    })
  })
})
