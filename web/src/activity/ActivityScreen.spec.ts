import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Heard } from '../testing/server'
import { Refused } from '../testing/server'
import { screen } from '../testing/screen'
import ActivityScreen from './ActivityScreen.vue'

const deed = (id: number, more: object = {}) => ({
  id,
  at: '2026-11-23T10:00:00Z',
  who: 'Sol Pereira-Finch',
  says: `Title of track ${id}`,
  source: 'typed',
  kind: 'edit',
  undone: false,
  release: 7,
  title: 'Tidewrack Almanac',
  facts: [{ where: 'Title, track 1', before: 'Almanack', after: 'Almanac' }],
  more: 0,
  ...more,
})
const sitting = (deeds: object[], telling: object[] = [], facts = telling.length) => ({ deeds, telling, facts })
const page = (deeds: object[], next = 0) => ({
  sittings: deeds.map((each) => sitting([each])),
  people: ['M. Arden', 'Sol Pereira-Finch'],
  sources: [{ id: 'safe-fix', name: 'safe fix' }],
  fields: [{ id: 'release.title', name: 'Title (release)' }],
  next,
})
afterEach(() => vi.unstubAllGlobals())

describe('F4 Who changed what', () => {
  it('shows before and after of a deed that is opened', async () => {
    const { shown } = await screen(ActivityScreen, { 'GET /api/activity': page([deed(3)]) })
    await shown.find('.sitting').trigger('click')
    expect(shown.findAll('td').map((each) => each.text())).toEqual(['Title, track 1', 'Almanack', 'Almanac'])
  })
  it('tells in one line what was done in one go, and opens it deed by deed', async () => {
    const telling = [{ where: 'Title', before: 'Almanack', after: 'Almanac' }]
    const { shown } = await screen(ActivityScreen, {
      'GET /api/activity': { ...page([]), sittings: [sitting([deed(4), deed(3)], telling, 2)] },
    })
    expect(shown.find('.says').text()).toBe('2 facts in 2 edits')
    expect(shown.find('.telling').text().replace(/\s+/g, ' ')).toContain('Title Almanack → Almanac and 1 more')
    await shown.find('.sitting').trigger('click')
    expect(shown.find('.telling').exists()).toBe(false)
    expect(shown.findAll('.deed .says').map((each) => each.text())).toEqual(['Title of track 4', 'Title of track 3'])
    expect(shown.find('td').exists()).toBe(false)
    await shown.findAll('.deed')[1]!.trigger('click')
    expect(shown.findAll('td').map((each) => each.text())).toEqual(['Title, track 1', 'Almanack', 'Almanac'])
  })
  it('asks by fact, source and day, and for all again', async () => {
    const { shown, heard, button } = await screen(ActivityScreen, { 'GET /api/activity': page([]) })
    const asked = () =>
      Object.fromEntries(
        new URL(heard.filter((call) => call.path.startsWith('/api/activity')).at(-1)!.path, 'http://x').searchParams,
      )
    await shown.findAll('select')[1]!.setValue('release.title')
    await flushPromises()
    await shown.findAll('select')[2]!.setValue('safe-fix')
    await flushPromises()
    await shown.find('input[type=date]').setValue('2026-11-20')
    await flushPromises()
    expect(asked()).toMatchObject({ field: 'release.title', source: 'safe-fix', day: '2026-11-20' })
    expect(shown.text()).toContain('No changes match this filter.')
    await button('Show all').trigger('click')
    await flushPromises()
    expect(asked()).toMatchObject({ field: '', source: '', day: '' })
  })
  it('asks for one release or one person only when the address says so', async () => {
    const { heard } = await screen(
      ActivityScreen,
      { 'GET /api/activity': page([]) },
      { at: '/activity?release=7&who=M.+Arden' },
    )
    const asked = new URL(heard.find((call) => call.path.startsWith('/api/activity'))!.path, 'http://x').searchParams
    expect(asked.get('release')).toBe('7')
    expect(asked.get('who')).toBe('M. Arden')
  })
  it('goes on where it ended, behind what is shown', async () => {
    const { shown, button } = await screen(ActivityScreen, {
      'GET /api/activity': (heard: Heard) =>
        heard.path.includes('before=3') ? page([deed(2), deed(1)]) : page([deed(4), deed(3)], 3),
    })
    await button('Earlier').trigger('click')
    await flushPromises()
    expect(shown.findAll('.says').map((each) => each.text())).toEqual([4, 3, 2, 1].map((id) => `Title of track ${id}`))
  })
  it('shows what taking a deed back would change before it is done', async () => {
    const undoable = {
      id: 3,
      possible: true,
      changes: [{ where: 'Title, track 1', now: 'Almanac', restored: 'Almanack', changedSince: false }],
    }
    const { shown, button, posts } = await screen(ActivityScreen, {
      'GET /api/activity': page([deed(3)]),
      'GET /api/activity/3/undo': undoable,
      'POST /api/activity/3/undo': {},
    })
    await shown.find('.sitting').trigger('click')
    await button('Undo…').trigger('click')
    await flushPromises()
    expect(shown.find('.back').text()).toContain('Title, track 1 Almanac becomes Almanack')
    expect(posts()).toEqual([])
    await button('Undo').trigger('click')
    await flushPromises()
    expect(posts().map((call) => call.path)).toEqual(['/api/activity/3/undo'])
  })
  it('offers no undoing of what was changed again since, and says which first', async () => {
    const { shown, button } = await screen(ActivityScreen, {
      'GET /api/activity': page([deed(3)]),
      'GET /api/activity/3/undo': {
        id: 3,
        possible: false,
        changes: [{ where: 'Genre', now: 'Folk', restored: null, changedSince: true }],
      },
    })
    await shown.find('.sitting').trigger('click')
    await button('Undo…').trigger('click')
    await flushPromises()
    expect(shown.find('.back').text()).toContain('Genre Folk becomes empty · changed again since')
    expect(shown.find('.back').text()).toContain('Undo the later change first.')
    expect(shown.findAll('.back button').map((each) => each.text())).toEqual(['Cancel'])
  })
  it('says why it cannot be looked up', async () => {
    const { shown } = await screen(ActivityScreen, {
      'GET /api/activity': new Refused(503, 'database-away', 'The database is away.'),
    })
    expect(shown.find('[role=alert]').text()).toBe('The database is away.')
  })
  it('is asked for again, and says each time that it could not be loaded', async () => {
    let asked = 0
    const away = new Refused(503, 'database-away', 'The database is away.')
    const { shown, button } = await screen(ActivityScreen, {
      'GET /api/activity': () => (++asked < 3 ? away : page([deed(3)])),
    })
    await button('Try again').trigger('click')
    await flushPromises()
    expect(shown.text()).toContain('Could not load activity.')
    await button('Try again').trigger('click')
    await flushPromises()
    expect(shown.find('.says').text()).toBe('Title of track 3')
    expect(shown.find('[role=alert]').exists()).toBe(false)
  })
  it('offers readers nothing to take back', async () => {
    const { shown } = await screen(ActivityScreen, { 'GET /api/activity': page([deed(3)]) }, { role: 'reader' })
    await shown.find('.sitting').trigger('click')
    expect(shown.find('.back').exists()).toBe(false)
  })
})
