import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { Refused, type Heard } from '../testing/server'
import { screen } from '../testing/screen'
import PersonPage from './PersonPage.vue'

const fact = (key: string, value: string | null, more: object = {}) => ({
  field: `party.${key}`,
  name: key,
  type: 'text',
  value,
  shown: value,
  words: [],
  help: '',
  problem: null,
  asked: false,
  ...more,
})
const on = (tracks: number[], says: string, column = 'credits') => tracks.map((track) => ({ track, column, says }))
const person = (more: object = {}) => ({
  id: 4,
  name: 'Mira Tollgate',
  groups: [],
  members: [],
  year: 2026,
  facts: [fact('legalName', 'Mirabel Tollgate-Osei'), fact('ipi', null, { type: 'ipi', asked: true })],
  alike: [{ id: 9, name: 'Mirra Tollgate', why: 'one letter more' }],
  releases: [
    {
      id: 7,
      title: 'Tidewrack Almanac',
      date: '2027-02-12',
      cover: 'ab12',
      places: [...on([0], 'Artists', 'artists'), ...on([3, 4, 5, 8], 'Credits: vocals')],
    },
  ],
  stack: { undo: null, redo: null },
  ...more,
})
const open = (routes: Record<string, unknown>, role = 'manager') =>
  screen(PersonPage, { 'GET /api/people/4': person(), ...routes }, { role, props: { id: 4 } })
afterEach(() => vi.unstubAllGlobals())

describe('R4 Somebody, and where they stand', () => {
  it('leads to the very cell in which the name stands', async () => {
    const { shown } = await open({})
    const links = shown.findAll('.parts a').map((each) => [each.text().replace(/\s+/g, ' '), each.attributes('href')])
    expect(links).toEqual([
      ['Artists the release', '/releases/7/sheet?at=0.artists'],
      ['Credits: vocals tracks 3–5, 8', '/releases/7/sheet?at=3.credits'],
    ])
    expect(shown.find('img').attributes('src')).toContain('ab12')
    expect(shown.text()).toContain('5 places')
  })
  it('says what is entered and what others will ask for, and opens the boxes at what is missing', async () => {
    const { shown, button } = await open({})
    expect(shown.find('input').exists()).toBe(false)
    expect(shown.find('.said').text()).toContain('Mirabel Tollgate-Osei')
    await button('Add ipi').trigger('click')
    await flushPromises()
    expect((document.activeElement as HTMLInputElement).name).toBe('party.ipi')
    await button('Done').trigger('click')
    expect(shown.find('.facts').exists()).toBe(false)
  })
  it('draws who belonged to a group along the years', async () => {
    const member = (id: number, name: string, since: number | null, until: number | null) => ({
      id,
      name,
      since,
      until,
    })
    const { shown } = await open({
      'GET /api/people/4': person({
        members: [
          member(1, 'Joss Amberley', 2017, null),
          member(2, 'Wanda Sleet', 2017, 2021),
          member(3, 'Ines Quillon', null, null),
        ],
      }),
    })
    const lines = shown.findAll('.years li')
    expect(lines.map((each) => each.find('.quiet').text())).toEqual(['2017–', '2017–2021', 'years not known'])
    // ten years, 2017 to 2026: five of them are half the line
    expect(lines[1]!.find('i').attributes('style')).toContain('right: 50%')
    expect(lines[0]!.find('i').attributes('style')).toContain('right: 0%')
  })
  it('writes a fact with what stood there, and nothing when nothing was changed', async () => {
    const { shown, posts, button } = await open({
      'POST /api/people/4/changes': (heard: Heard) =>
        person({ facts: [fact('legalName', (heard.body as { after: string }).after)] }),
    })
    await button('Edit').trigger('click')
    const input = shown.find('.facts input')
    await input.setValue(' Mirabel Tollgate-Osei ')
    expect(posts()).toEqual([])
    await input.setValue('Mirabel Osei')
    await flushPromises()
    expect(posts().map((call) => call.body)).toEqual([
      { field: 'party.legalName', before: 'Mirabel Tollgate-Osei', after: 'Mirabel Osei' },
    ])
    expect(shown.emitted('changed')).toHaveLength(1)
  })
  it('says what is wrong with a number', async () => {
    const { shown, button } = await open({
      'POST /api/people/4/changes': new Refused(422, 'malformed-value', 'An IPI name number has eleven digits.'),
    })
    await button('Edit').trigger('click')
    const ipi = shown.findAll('.facts input')[1]!
    await ipi.setValue('123')
    await flushPromises()
    expect(shown.find('[role=alert]').text()).toContain('eleven digits')
    expect(shown.emitted('changed')).toBeUndefined()
  })
  it('is put away only when nothing stands on the name, and brought back from there', async () => {
    const busy = await open({})
    expect(busy.button('Dismiss')).toBeUndefined()
    const idle = await open({
      'GET /api/people/4': person({ releases: [], alike: [] }),
      'DELETE /api/people/4': {},
      'POST /api/people/4/restore': {},
    })
    await idle.button('Dismiss').trigger('click')
    await flushPromises()
    expect(idle.shown.find('[role=status]').text()).toContain('Mira Tollgate is hidden')
    await idle.button('Restore').trigger('click')
    await flushPromises()
    expect(idle.shown.find('h2').text()).toBe('Mira Tollgate')
    expect(idle.posts().map((call) => `${call.method} ${call.path}`)).toEqual([
      'DELETE /api/people/4',
      'POST /api/people/4/restore',
    ])
  })
  it('shows what merging would change before it is done', async () => {
    const { shown, button, heard, posts } = await open({ 'GET /api/people/9/merge': [] })
    await button('Merge into this one…').trigger('click')
    await flushPromises()
    expect(heard.some((call) => call.path === '/api/people/9/merge?into=4')).toBe(true)
    expect(posts()).toEqual([])
    expect(shown.emitted('changed')).toBeUndefined()
  })
  it('takes back a change of one’s own', async () => {
    const { button, posts } = await open({
      'GET /api/people/4': person({ stack: { undo: 'Legal name', redo: null } }),
      'POST /api/people/undo': {},
    })
    await button('Undo').trigger('click')
    await flushPromises()
    expect(posts().map((call) => call.path)).toEqual(['/api/people/undo'])
    expect(button('Redo').attributes('disabled')).toBeDefined()
  })
  it('lets readers read', async () => {
    const { shown } = await open({}, 'reader')
    expect(shown.findAll('button')).toHaveLength(0)
    expect(shown.findAll('input')).toHaveLength(0)
    expect(shown.text()).toContain('Mirabel Tollgate-Osei')
  })
})
