import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { DIALOG, screen } from '../testing/screen'
import { Refused } from '../testing/server'
import DestinationsScreen from './DestinationsScreen.vue'

const destination = (id: string, name: string) => ({
  id,
  name,
  kind: 'distributor',
  takes: 'WAV and cover',
  dated: '2026-11-28',
  version: 1,
  leadDays: 28,
  titles: 'Featured artists stand in the credits only',
  express: null,
  ownFrom: null,
  sends: null,
  way: 'interface',
  url: null,
  secret: false,
  hostKey: null,
  captions: 0,
  outlets: null as string[] | null,
  rules: [],
  others: [],
})
const PATTERN = {
  id: 'distributor',
  kind: 'distributor',
  explains: 'Passes a release on to many stores.',
  takes: 'WAV and cover',
  leadDays: 28,
  featuredInTitle: true,
  version: 'DASH',
  recipe: 'store-flac',
  longestTitle: 180,
  passesOn: true,
}
const usual = (all: object[]) => ({
  'GET /api/destinations': all,
  'GET /api/destinations/archived': [],
  'GET /api/destinations/patterns': [PATTERN],
  'GET /api/recipes': [{ id: 'store-flac', name: 'Store master, FLAC' }],
  'GET /api/destinations/hollow-quay/record': { deliveries: 0, accepted: 0, rejected: 0, underWay: 0 },
})
const options = { role: 'manager', stubs: DIALOG }
afterEach(() => vi.unstubAllGlobals())

describe('B0 Destinations of one’s own', () => {
  it('begin with none, and say what to do', async () => {
    const { shown } = await screen(DestinationsScreen, usual([]), options)
    expect(shown.find('.none').text()).toContain('There is no destination yet')
    expect(shown.text()).toContain('Add a destination')
  })
  it('are added by managers only', async () => {
    const { shown } = await screen(DestinationsScreen, usual([]), { ...options, role: 'assistant' })
    expect(shown.find('.title').text()).toBe('Destinations')
    expect(shown.find('.none').text()).toContain('A manager adds them.')
  })
  it('begin with what receivers of the kind usually answer', async () => {
    const all: object[] = []
    const { shown, posts, button } = await screen(
      DestinationsScreen,
      {
        ...usual([]),
        'GET /api/destinations': () => [...all],
        'POST /api/destinations': () => {
          all.push(destination('hollow-quay', 'Hollow Quay'))
          return { id: 'hollow-quay' }
        },
      },
      options,
    )
    await button('Add a destination').trigger('click')
    await flushPromises()
    await shown.find('#pattern').setValue('distributor')
    expect(shown.find('.dialog').text()).toContain('Passes a release on to many stores.')
    await shown.find('#destination-name').setValue('Hollow Quay')
    await shown.find('#faster').setValue('6')
    await shown.find('#fee').setValue('40 EUR')
    await shown.find('#outlets').setValue('Tidebox\n\n Lantern ')
    await shown.find('#longest').setValue('90')
    await shown.find('#sells').setValue('DE, AT')
    await shown.find('#genres').setValue('Folk = Singer-songwriter\nRock = Alternative')
    await shown.find('.dialog form').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)).toMatchObject({
      path: '/api/destinations',
      body: {
        pattern: 'distributor',
        name: 'Hollow Quay',
        leadDays: 28,
        featuredInTitle: true,
        version: 'DASH',
        usual: false,
        expressDays: 6,
        expressFee: '40 EUR',
        recipe: 'store-flac',
        longestTitle: 90,
        sells: 'DE, AT',
        outlets: ['Tidebox', 'Lantern'],
        genreWords: { Folk: 'Singer-songwriter', Rock: 'Alternative' },
      },
    })
    expect(shown.find('nav').text()).toContain('Hollow Quay')
  })
  it('are read from a file, and what is wrong in it is said in its line', async () => {
    const says = 'Line 5, leadDays: a profile needs “leadDays” as a whole number; it says soon. Nothing was added.'
    const { shown, posts, button } = await screen(
      DestinationsScreen,
      { ...usual([]), 'POST /api/destinations/file': new Refused(422, 'malformed-profile', says) },
      options,
    )
    await button('Add a destination').trigger('click')
    await flushPromises()
    const input = shown.find('.dialog input[type=file]')
    Object.defineProperty(input.element, 'files', { value: [{ text: async () => 'leadDays: soon' }] })
    await input.trigger('change')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ text: 'leadDays: soon' })
    expect(shown.find('.dialog [role=alert]').text()).toBe(says)
  })
  it('pass on to outlets, which are named and named anew', async () => {
    const quay = { ...destination('hollow-quay', 'Hollow Quay'), outlets: [] as string[] }
    const { shown, posts, button } = await screen(
      DestinationsScreen,
      {
        ...usual([]),
        'GET /api/destinations': () => [{ ...quay }],
        'PUT /api/destinations/hollow-quay/outlets': ({ body }: { body: { names: string[] } }) => {
          if (body.names.includes('a:b')) return new Refused(422, 'malformed-outlets', '“a:b” is no name.')
          quay.outlets = body.names
          return body
        },
      },
      options,
    )
    expect(shown.find('.outlets').text()).toContain('none yet')
    await button('Add outlets').trigger('click')
    await shown.find('.outlets textarea').setValue('a:b')
    await shown.find('.outlets form').trigger('submit')
    await flushPromises()
    expect(shown.find('.outlets').text()).toContain('“a:b” is no name.')
    expect((shown.find('.outlets textarea').element as HTMLTextAreaElement).value).toBe('a:b')
    await shown.find('.outlets textarea').setValue(' Tidebox\nLantern\n')
    await shown.find('.outlets form').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ names: ['Tidebox', 'Lantern'] })
    expect(shown.find('.outlets .names').text()).toBe('Tidebox, Lantern')
    await button('Change').trigger('click')
    expect((shown.find('.outlets textarea').element as HTMLTextAreaElement).value).toBe('Tidebox\nLantern')
  })
  it('have no outlets where they pass nothing on', async () => {
    const { shown } = await screen(DestinationsScreen, usual([destination('hollow-quay', 'Hollow Quay')]), options)
    expect(shown.find('nav').text()).toContain('Hollow Quay')
    expect(shown.find('.outlets').exists()).toBe(false)
  })
  it('are put away, and come back', async () => {
    let away = false
    const { shown, posts } = await screen(
      DestinationsScreen,
      {
        ...usual([]),
        'GET /api/destinations': () => (away ? [] : [destination('hollow-quay', 'Hollow Quay')]),
        'GET /api/destinations/archived': () =>
          away ? [{ id: 'hollow-quay', name: 'Hollow Quay', kind: 'distributor' }] : [],
        'POST /api/destinations/hollow-quay/archive': () => ((away = true), {}),
        'POST /api/destinations/hollow-quay/restore': () => ((away = false), {}),
      },
      options,
    )
    await shown
      .findAll('.deeds button')
      .find((each) => each.text() === 'Archive')!
      .trigger('click')
    await flushPromises()
    expect(shown.find('.archived').text()).toContain('Hollow Quay')
    await shown.find('.archived button').trigger('click')
    await flushPromises()
    expect(shown.find('.archived').exists()).toBe(false)
    expect(shown.find('nav').text()).toContain('Hollow Quay')
    expect(posts().map((each) => each.path.split('/').at(-1))).toEqual(['archive', 'restore'])
  })
  it('to which something was sent are put away only, and say why they cannot be removed', async () => {
    const says = 'Something was sent to Hollow Quay; what was sent stays on record. Archive it instead.'
    const { shown } = await screen(
      DestinationsScreen,
      {
        ...usual([destination('hollow-quay', 'Hollow Quay')]),
        'DELETE /api/destinations/hollow-quay': new Refused(409, 'was-sent-to', says),
      },
      options,
    )
    await shown
      .findAll('.deeds button')
      .find((each) => each.text() === 'Remove')!
      .trigger('click')
    await flushPromises()
    expect(shown.text()).toContain(says)
  })
})
