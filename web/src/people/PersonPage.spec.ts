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
  ...more,
})
const person = (more: object = {}) => ({
  id: 4,
  name: 'Mira Tollgate',
  groups: [],
  facts: [fact('legalName', 'Mirabel Tollgate-Osei'), fact('ipi', null, { type: 'ipi' })],
  alike: [{ id: 9, name: 'Mirra Tollgate', why: 'one letter more' }],
  appears: [{ release: 7, title: 'Tidewrack Almanac', track: 3, column: 'credits', says: 'Credits: vocals' }],
  stack: { undo: null, redo: null },
  ...more,
})
const open = (routes: Record<string, unknown>, role = 'manager') =>
  screen(PersonPage, { 'GET /api/people/4': person(), ...routes }, { role, props: { id: 4 } })
afterEach(() => vi.unstubAllGlobals())

describe('R4 Somebody, and where they stand', () => {
  it('leads to the very cell in which the name stands', async () => {
    const { shown } = await open({})
    expect(shown.find('ul a').attributes('href')).toBe('/releases/7/sheet?at=3.credits')
  })
  it('writes a fact with what stood there, and nothing when nothing was changed', async () => {
    const { shown, posts } = await open({
      'POST /api/people/4/changes': (heard: Heard) =>
        person({ facts: [fact('legalName', (heard.body as { after: string }).after)] }),
    })
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
    const { shown } = await open({
      'POST /api/people/4/changes': new Refused(422, 'malformed-value', 'An IPI name number has eleven digits.'),
    })
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
      'GET /api/people/4': person({ appears: [], alike: [] }),
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
    expect(shown.findAll('.facts input').every((each) => each.attributes('disabled') !== undefined)).toBe(true)
  })
})
