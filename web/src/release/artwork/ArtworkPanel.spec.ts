import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { Refused } from '../../testing/server'
import { screen } from '../../testing/screen'
import { useReleaseStore } from '../store'
import ArtworkPanel from './ArtworkPanel.vue'

const box = { x: 0, y: 0, width: 10, height: 10 }
const LOOK = {
  profile: 'sRGB',
  sharpness: 41.6,
  fineDetail: -22.4,
  border: { left: 0, top: 12, right: 0, bottom: 0, colour: '' },
  codes: [] as object[],
  advisory: null,
  read: true,
  lines: [] as object[],
}
const artwork = (more: object = {}) => ({
  revision: 1,
  state: 'measured',
  sha256: 'c'.repeat(64),
  format: 'JPEG',
  width: 3000,
  height: 3000,
  colours: 'RGB',
  bitDepth: 8,
  bytes: 1_900_000,
  faults: [],
  look: LOOK,
  asks: [],
  ...more,
})
const whole = {
  head: { id: 7, title: 'Slack Water' },
  tag: 'one',
  revision: 1,
  rows: [{ track: 0, trackId: 0, cells: {} }],
  columns: [],
  findings: [],
}
const stubs = {
  CoverBoxes: { template: '<i />' },
  CoverAsks: { template: '<i />' },
  PictureList: { template: '<i />' },
  MakePicture: {
    emits: ['make', 'crop'],
    template: `<button class="make" @click="$emit('make', { side: 3000, crop: null })">Make</button>`,
  },
}
const panel = (view: object, routes: Record<string, unknown> = {}, role = 'manager') =>
  screen(
    ArtworkPanel,
    { 'GET /api/releases/7': whole, 'GET /api/releases/7/artwork': view, ...routes },
    { role, stubs, first: () => useReleaseStore().open(7) },
  )
const MAKE = 'POST /api/releases/7/artwork'
const measured = (look: object) => artwork({ look: { ...LOOK, ...look } })
afterEach(() => vi.unstubAllGlobals())

describe('K6 The front cover', () => {
  it('says what suits most shops while there is none', async () => {
    const { shown } = await panel(artwork({ state: 'none', sha256: null, look: null }))
    expect(shown.find('.empty').text()).toContain('Square, RGB and at least 3,000 pixels suits most stores')
  })
  it('says what it is, with its profile', async () => {
    const { shown } = await panel(artwork())
    const words = shown.find('figcaption').text().replace(/\s+/g, ' ')
    expect(words).toContain('JPEG · 3000 × 3000 · RGB 8 bit · sRGB · 1.9 MB')
  })
  it('says what was found on it, or that nothing was', async () => {
    const values = async (look: object) =>
      (await panel(measured(look))).shown.findAll('dd').map((each) => each.text().replace(/\s+/g, ' '))
    const plain = await values({})
    expect(plain[0]).toContain('42')
    expect(plain[1]).toContain('-22 dB')
    expect(plain.slice(2)).toEqual(['none', 'none', 'not found', 'no readable text'])
    const found = await values({
      border: { left: 3, top: 12, right: 0, bottom: 5, colour: 'white' },
      codes: [{ text: '9521234500315', box }],
      advisory: box,
      lines: [{ text: 'TIDEWRACK', confidence: 96, box }],
    })
    expect(found.slice(2)).toEqual(['12 px, white', '9521234500315', 'found', 'TIDEWRACK 96 %'])
    expect((await values({ read: false }))[5]).toBe('not read: the text recognition program is missing')
  })
  it('that cannot be decoded is told as that, and kept', async () => {
    const { shown, button } = await panel(
      artwork({ state: 'damaged', width: 0, height: 0, look: null, faults: ['The picture ends in the middle.'] }),
    )
    expect(shown.find('.problem').text()).toBe('The picture ends in the middle.')
    expect(shown.text()).toContain('The original file is kept; ask for a new one.')
    expect(shown.find('img').exists()).toBe(false)
    expect(shown.find('.make').exists()).toBe(false)
    expect(button('Analyse again')).toBeDefined()
  })
  it('is made into another picture, which then stands there', async () => {
    const { shown, posts } = await panel(artwork(), {
      [MAKE]: { ...whole, from: 'one', order: [], came: [], went: [], stack: {} },
    })
    await shown.find('.make').trigger('click')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ side: 3000, crop: null })
  })
  it('stays as it is when another could not be made, and it is said why', async () => {
    const says = 'The picture does not fit into 500,000 bytes at 3,000 pixels; allow more bytes or fewer pixels.'
    const { shown } = await panel(artwork(), { [MAKE]: new Refused(422, 'picture', says) })
    await shown.find('.make').trigger('click')
    await flushPromises()
    expect(shown.text()).toContain(says)
    expect(shown.find('img').exists()).toBe(true)
  })
  it('is not changed by readers', async () => {
    expect((await panel(artwork(), {}, 'reader')).shown.find('.make').exists()).toBe(false)
  })
})
