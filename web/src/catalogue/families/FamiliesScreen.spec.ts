import { afterEach, describe, expect, it, vi } from 'vitest'
import { eventually } from '../../testing/eventually'
import { DIALOG, screen } from '../../testing/screen'
import { Refused, type Heard } from '../../testing/server'
import FamiliesScreen from './FamiliesScreen.vue'
import { kindOf } from './kinds'

const member = (id: string, text: string, count: number, sure = true) => ({ id, text, count, sure })
const PEOPLE = {
  kind: 'people',
  members: [member('1', 'Ines Quillon', 214), member('2', 'Inés Quillon', 12), member('3', 'I. Quillon', 1, false)],
  leftOut: [{ id: '9', text: 'Ines Quillan', count: 31, why: '“Ines Quillan” has another identifier.' }],
  evidence: ['“I. Quillon” has initials only, and no one else matches them.'],
  places: 13,
}
const GENRES = {
  kind: 'genres',
  members: [member('Folk', 'Folk', 3041), member('folk', 'folk', 9)],
  leftOut: [],
  evidence: ['“Folk” is the word of the vocabulary.'],
  places: 9,
}
const FAMILIES = {
  kinds: [
    { id: 'people', families: 1, spellings: 9000 },
    { id: 'labels', families: 0, spellings: 2 },
    { id: 'genres', families: 1, spellings: 20 },
  ],
  total: 2,
  families: [PEOPLE, GENRES],
  apart: [{ id: 5, kind: 'people', one: 'Jon Marsh', other: 'Joan Marsh', by: 'M. Arden', at: '2026-11-20T10:00:00Z' }],
}
const PREVIEW = {
  places: [
    {
      release: 7,
      title: 'Weir Sessions',
      where: 'track 2, Writers',
      before: 'Inés Quillon: CA',
      after: 'Ines Quillon: CA',
    },
    { release: null, title: null, where: 'Spellings', before: null, after: 'Inés Quillon' },
  ],
  releases: 1,
  delivered: [{ title: 'Weir Sessions', to: 'OSTRA' }],
}
const routes = {
  'GET /api/catalogue/stack': { undo: null, redo: null },
  'GET /api/families': FAMILIES,
  'POST /api/families/preview': PREVIEW,
  'POST /api/families/apart': '',
}
const families = async (more: Record<string, unknown> = {}, role = 'manager') => {
  const all = await screen(FamiliesScreen, { ...routes, ...more }, { stubs: DIALOG, at: '/catalogue/families', role })
  await eventually(() => expect(all.shown.findAll('.family')).toHaveLength(2))
  return all
}
const sent = (heard: Heard[], path: string) => heard.filter((call) => call.method === 'POST' && call.path === path)
type Shown = Awaited<ReturnType<typeof families>>['shown']
const press = (shown: Shown, label: string) =>
  shown
    .findAll('button')
    .find((each) => each.text().includes(label) || each.attributes('aria-label') === label)!
    .trigger('click')
afterEach(() => vi.unstubAllGlobals())

describe('Spelling families', () => {
  it('shows each with its spellings, why, and what was left out', async () => {
    const { shown } = await families()
    const first = shown.find('.family')
    expect(first.findAll('.chip').map((each) => each.text())).toEqual([
      '● Ines Quillon214',
      'Inés Quillon12×',
      'I. Quillon1×',
      'Ines Quillan31',
    ])
    expect(first.text()).toContain('“Ines Quillan” has another identifier.')
    expect(shown.find('.kinds').text()).toContain('All 2')
    expect(shown.find('.kinds').text()).not.toContain('Labels')
  })

  it('makes one what was seen, and no more', async () => {
    let stack = { undo: null as string | null, redo: null as string | null }
    const { shown, heard } = await families({
      'GET /api/catalogue/stack': () => stack,
      'POST /api/families/one': () => (stack = { undo: 'Merge of two names', redo: null }),
      'POST /api/catalogue/undo': () => (stack = { undo: null, redo: 'Merge of two names' }),
    })
    await press(shown, 'Leave out I. Quillon')
    await press(shown, 'Merge 2 spellings…')
    await eventually(() => expect(shown.text()).toContain('2 places on 1 release, one undo'))
    expect(shown.text()).toContain('Weir Sessions (OSTRA)')
    await press(shown, 'Change 2 places')
    await eventually(() => expect(shown.text()).toContain('Undo Merge of two names'))
    expect(sent(heard, '/api/families/one')[0]!.body).toEqual({ kind: 'people', ids: ['2'], right: '1', places: 2 })
    await press(shown, 'Undo Merge of two names')
    await eventually(() => expect(shown.text()).toContain('Redo Merge of two names'))
  })

  it('takes another spelling as the right one', async () => {
    const { shown, heard } = await families()
    await press(shown, 'folk, 9 places, the correct spelling')
    await shown.findAll('.family')[1]!.find('.deeds button').trigger('click')
    await eventually(() => expect(sent(heard, '/api/families/preview')).toHaveLength(1))
    expect(sent(heard, '/api/families/preview')[0]!.body).toMatchObject({ ids: ['Folk'], right: 'folk' })
  })

  it('says what stands there now when somebody was quicker', async () => {
    const { shown } = await families({
      'POST /api/families/one': new Refused(409, 'changed-meanwhile', 'It is 3 places now, and was 2 when you looked.'),
    })
    await press(shown, 'Merge 3 spellings…')
    await eventually(() => expect(shown.text()).toContain('Change 2 places'))
    await press(shown, 'Change 2 places')
    await eventually(() => expect(shown.find('.changed .problem').text()).toContain('It is 3 places now'))
    expect(shown.find('.changed').text()).toContain('Weir Sessions')
  })

  it('keeps apart, and takes that back', async () => {
    const { shown, heard } = await families({ 'DELETE /api/families/apart/5': '' })
    await press(shown, 'These are different people')
    await eventually(() => expect(sent(heard, '/api/families/apart')).toHaveLength(1))
    expect(sent(heard, '/api/families/apart')[0]!.body).toEqual({ kind: 'people', ids: ['1', '2', '3'] })
    await press(shown, '1 marked as different')
    expect(shown.find('.decided').text()).toContain('Jon Marsh and Joan Marsh')
    await press(shown, 'Withdraw')
    await eventually(() => expect(heard.some((call) => call.method === 'DELETE')).toBe(true))
  })

  it('lets a reader look and no more', async () => {
    const { shown } = await families({}, 'reader')
    expect(shown.find('.deeds').exists()).toBe(false)
    expect(shown.find('.chip button').attributes('disabled')).toBeDefined()
  })

  it('says so when there is nothing to make one', async () => {
    const { shown } = await screen(
      FamiliesScreen,
      { ...routes, 'GET /api/families': { ...FAMILIES, total: 0, families: [], apart: [] } },
      { stubs: DIALOG, at: '/catalogue/families' },
    )
    await eventually(() => expect(shown.text()).toContain('9,022 names and words compared'))
  })
})

describe('The kind of what stands in a column', () => {
  it.each([
    ['release.genre', 'terms', 'genres'],
    ['recording.credits', 'credits', 'people'],
    ['track.title', 'text', null],
    [null, null, null],
  ])('%s, %s', (field, type, kind) => expect(kindOf(field, type)).toBe(kind))
})
