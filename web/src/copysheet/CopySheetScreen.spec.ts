import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'
import type { SheetEntry } from '../api/types'
import { screen } from '../testing/screen'
import { Refused } from '../testing/server'
import CopySheetScreen from './CopySheetScreen.vue'

const entry = (caption: string, value: string, more: Partial<SheetEntry> = {}): SheetEntry => ({
  key: `${more.track ?? 0} ›  › ${caption}`,
  caption,
  track: 0,
  writer: '',
  value,
  length: value.length,
  limit: 0,
  entered: 'PASTED',
  needed: false,
  note: '',
  problem: '',
  findings: [],
  copied: false,
  copiedBefore: null,
  changed: false,
  before: null,
  ...more,
})
const ENTRIES = [
  entry('Album title', 'Tidewrack Almanac', { limit: 100 }),
  entry('Primary genre', 'Singer-songwriter', { entered: 'CHOSEN', note: 'Their word for Folk.' }),
  entry('Subtitle', ''),
  entry('Compilation', 'no', { entered: 'TICKED' }),
  entry('Track title', 'Almanac', { track: 1 }),
  entry('Explicit', 'yes', { track: 1, entered: 'TICKED' }),
]
const sheet = (more: object = {}) => ({
  release: 7,
  title: 'Tidewrack Almanac',
  destination: 'quay',
  destinationName: 'Hollow Quay Distribution',
  entries: structuredClone(ENTRIES),
  tracks: [{ number: 1, title: 'Almanac' }],
  files: [],
  gone: [],
  hindrances: [],
  handedOver: null,
  ...more,
})
const SHEET = 'GET /api/releases/7/copy-sheets/quay'
const COPIED = 'PUT /api/releases/7/copy-sheets/quay/copied'
let clipboard: string[]

async function shown(more: object = {}, routes: Record<string, unknown> = {}, role = 'manager') {
  const made = await screen(
    { components: { CopySheetScreen }, template: '<RouterView />' },
    { [SHEET]: sheet(more), [COPIED]: {}, ...routes },
    {
      role,
      at: '/copy-sheets/7/quay',
      router: createRouter({
        history: createMemoryHistory(),
        routes: [{ path: '/copy-sheets/:release/:destination', component: CopySheetScreen }],
      }),
    },
  )
  await flushPromises()
  return made
}
const key = async (name: string) => {
  document.body.dispatchEvent(new KeyboardEvent('keydown', { key: name, bubbles: true, cancelable: true }))
  await flushPromises()
}
const current = (page: Awaited<ReturnType<typeof shown>>) => page.shown.find('li.current .caption').text()

beforeEach(() => {
  clipboard = []
  Element.prototype.scrollIntoView = () => undefined
  vi.stubGlobal('navigator', { clipboard: { writeText: async (text: string) => void clipboard.push(text) } })
})
afterEach(() => {
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

describe('B0 The copy sheet', () => {
  it('copies one value after the other with the space bar, and leaves out what is empty', async () => {
    const page = await shown()
    expect(current(page)).toBe('Album title')
    await key(' ')
    expect(clipboard).toEqual(['Tidewrack Almanac'])
    expect(current(page)).toContain('Primary genre')
    await key(' ')
    await key(' ')
    expect(clipboard).toEqual(['Tidewrack Almanac', 'Singer-songwriter', 'Almanac'])
    expect(page.shown.find('nav .here').text()).toBe('Track 1 1/2')
    // a box is ticked there, nothing is pasted
    await key(' ')
    expect(clipboard).toHaveLength(3)
    expect(page.shown.find('footer').text()).toContain('Everything is in the form')
    expect(page.posts().map((post) => (post.body as { key: string; copied: boolean }).copied)).toEqual([
      true,
      true,
      true,
      true,
    ])
  })
  it('is gone through with the arrows, and a row can be taken back', async () => {
    const page = await shown()
    await key('ArrowDown')
    expect(current(page)).toContain('Primary genre')
    await key('ArrowUp')
    await key('ArrowUp')
    expect(current(page)).toBe('Album title')
    await key(' ')
    await page.shown.find('button.tick').trigger('click')
    await flushPromises()
    expect(page.posts().at(-1)!.body).toEqual({ key: ENTRIES[0]!.key, copied: false })
    expect(page.shown.find('.count').text()).toBe('0 of 4')
  })
  it('goes on where one was on another day', async () => {
    const entries = structuredClone(ENTRIES)
    entries[0]!.copied = entries[1]!.copied = true
    const page = await shown({ entries })
    expect(current(page)).toBe('Track title')
    expect(page.shown.find('.count').text()).toBe('2 of 4')
  })
  it('says before one is in the form what does not go into it', async () => {
    const entries = structuredClone(ENTRIES)
    entries[4]!.problem = '3 characters more than the 4 that the form takes.'
    const page = await shown({ entries })
    expect(page.shown.find('.wrong').text()).toContain('One value does not fit the form as it is')
    await page.shown.find('.wrong .act').trigger('click')
    await flushPromises()
    expect(current(page)).toBe('Track title')
    expect(page.shown.find('li.current').text()).toContain('3 characters more')
  })
  it('shows just what changed once it was handed over, and all of it on demand', async () => {
    const entries = structuredClone(ENTRIES)
    Object.assign(entries[4]!, { changed: true, before: 'Almanack' })
    const page = await shown({
      entries,
      handedOver: { delivery: 3, state: 'rejected', at: '2026-11-23T10:00:00Z', by: 'M. Arden' },
    })
    expect(page.shown.findAll('ol li[data-caption]')).toHaveLength(1)
    expect(page.shown.find('li.current').text()).toContain('Submitted last: Almanack')
    expect(page.shown.find('header').text()).toContain('what changed since submission')
    await page.button('All captions').trigger('click')
    await flushPromises()
    expect(page.shown.find('.count').text()).toBe('0 of 4')
  })
  it('takes the tick off again when it could not be noted', async () => {
    const page = await shown(
      {},
      { [COPIED]: new Refused(500, 'broken', 'The server does not answer. Nothing was noted.') },
    )
    await key(' ')
    expect(page.shown.find('[role=alert]').text()).toContain('Nothing was noted.')
    expect(page.shown.find('.count').text()).toBe('0 of 4')
  })
  it('is handed over by managers, who declare and sign', async () => {
    const page = await shown({}, { 'POST /api/releases/7/deliveries': [{ destination: 'quay', id: 3, problem: null }] })
    await page.button('Mark as submitted…').trigger('click')
    await page.shown.find('#declares').setValue(true)
    await page.shown.find('#hand-password').setValue('weir')
    await page.shown.find('form').trigger('submit')
    await flushPromises()
    expect(page.posts().at(-1)!.body).toMatchObject({
      destination: 'quay',
      occasion: 'delivery',
      declaresRights: true,
      password: 'weir',
    })
    const assistant = await shown({}, {}, 'assistant')
    expect(assistant.shown.find('footer').text()).not.toContain('Mark as submitted')
  })
})
