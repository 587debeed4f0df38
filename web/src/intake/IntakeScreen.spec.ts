import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { Refused } from '../testing/server'
import { screen } from '../testing/screen'
import IntakeScreen from './IntakeScreen.vue'

const item = (name: string, more: object = {}) => ({
  sha256: `sum of ${name}`,
  name,
  folder: '',
  kind: 'audio',
  bytes: 1000,
  measuring: false,
  says: 'WAV, stereo',
  time: '3:07',
  envelope: [],
  alike: [],
  problem: null,
  ...more,
})
const ALBUM = [
  item('10 Knot.wav', { folder: 'Almanac' }),
  item('2 Eelgrass.wav', { folder: 'Almanac' }),
  item('cover.jpg', { folder: 'Almanac', kind: 'picture', time: null }),
  item('notes.txt', { kind: 'text', time: null }),
]
const intake = (items: object[] | (() => object[]), routes = {}, role = 'manager') =>
  screen(
    IntakeScreen,
    {
      'GET /api/intake': items,
      'GET /api/releases': { releases: [{ id: 7, title: 'Tidewrack Almanac' }], total: 1, lookedOver: 0 },
      ...routes,
    },
    { role, stubs: { DraftDialog: { props: ['files'], template: '<p class="draft">{{ files }}</p>' } } },
  )
const chosen = (shown: Awaited<ReturnType<typeof intake>>['shown']) => shown.find('.moves span').text()
afterEach(() => vi.unstubAllGlobals())

describe('G1 What has come in', () => {
  it('says what to do when nothing waits', async () => {
    const { shown } = await intake([])
    expect(shown.find('.empty').text()).toContain('Drop masters, pictures, lyrics')
  })
  it('stands by folder, each in the order that people number files in, counted by kind', async () => {
    const { shown } = await intake(ALBUM)
    const groups = shown.findAll('section[aria-label]').map((each) => each.attributes('aria-label'))
    expect(groups).toEqual(['Single files', 'Almanac'])
    const album = shown.find('section[aria-label=Almanac]')
    expect(album.find('h2').text()).toContain('2 audio files, 1 picture')
    expect(album.text().indexOf('2 Eelgrass.wav')).toBeLessThan(album.text().indexOf('10 Knot.wav'))
  })
  it('is chosen whole, by folder and file by file', async () => {
    const { shown } = await intake(ALBUM)
    expect(chosen(shown)).toBe('4 of 4 chosen')
    await shown.find('section[aria-label=Almanac] h2 input').setValue(false)
    expect(chosen(shown)).toBe('1 of 4 chosen')
  })
  it('becomes a release only when all of it has been listened to', async () => {
    const { shown, button } = await intake([item('1.wav'), item('2.wav', { measuring: true })])
    expect(shown.find('.moves').text()).toContain('1 still being analysed')
    expect(button('Create a release…').attributes('disabled')).toBeDefined()
    const { shown: whole, button: ready } = await intake([item('1.wav')])
    await ready('Create a release…').trigger('click')
    expect(whole.find('.draft').exists()).toBe(true)
  })
  it('becomes a release folder by folder where several came in', async () => {
    const { shown } = await intake([...ALBUM, item('4.wav', { folder: 'Later', measuring: true })])
    const from = (folder: string) => shown.find(`section[aria-label="${folder}"] .head button`)
    expect(from('Later').attributes('disabled')).toBeDefined()
    await from('Almanac').trigger('click')
    expect(shown.find('.draft').text()).toContain('sum of 2 Eelgrass.wav')
    expect(shown.find('.draft').text()).not.toContain('notes.txt')
    const { shown: single } = await intake([item('1.wav'), item('2.wav')])
    expect(single.find('.head button').exists()).toBe(false)
  })
  it('is given to a release that is there, and is looked up again', async () => {
    let items: object[] = [item('1.wav'), item('2.wav')]
    const { shown, posts, button } = await intake(() => items, {
      'POST /api/releases/7/intake': () => ((items = []), {}),
    })
    expect(button('Move').attributes('disabled')).toBeDefined()
    await shown.find('select[aria-label=Release]').setValue(7)
    await button('Move').trigger('click')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ files: ['sum of 1.wav', 'sum of 2.wav'] })
    expect(shown.find('.empty').exists()).toBe(true)
  })
  it('says why it could not be given, and stays', async () => {
    const says = 'This release was deleted meanwhile. Nothing was moved.'
    const { shown, button } = await intake([item('1.wav')], {
      'POST /api/releases/7/intake': new Refused(404, 'missing', says),
    })
    await shown.find('select[aria-label=Release]').setValue(7)
    await button('Move').trigger('click')
    await flushPromises()
    expect(shown.text()).toContain(says)
    expect(chosen(shown)).toBe('1 of 1 chosen')
  })
  it('can be seen by readers, and not moved', async () => {
    const { shown, button } = await intake(ALBUM, {}, 'reader')
    expect(shown.find('.moves').exists()).toBe(false)
    expect(button('Choose files…')).toBeUndefined()
    expect(shown.text()).toContain('10 Knot.wav')
  })
})
