import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { Refused } from '../testing/server'
import { screen } from '../testing/screen'
import CodesScreen from './CodesScreen.vue'

const LABEL = {
  name: 'Ninth Weir Records',
  isrcPrefix: 'XANW9',
  barcodePrefix: '952123450',
  cataloguePrefix: 'NW',
  publisher: 'Low Lock Music',
  societyId: '000000952',
}
const strip = (used: number) => ({
  field: 'recording.isrc',
  name: 'ISRC',
  block: 'XANW9 2026',
  first: 0,
  size: 100_000,
  used,
  spent: 0,
  next: 'XA-NW9-26-00048',
  kept: [],
  runs: [],
})
const usual = { 'GET /api/label': LABEL, 'GET /api/codes': [strip(12)] }
afterEach(() => vi.unstubAllGlobals())

describe('R1 The label’s codes', () => {
  it('says which code is next in every block', async () => {
    const { shown } = await screen(CodesScreen, usual)
    expect(shown.find('.block').text()).toContain('XA-NW9-26-00048')
    expect(shown.find('.block').text()).toContain('12 used')
  })
  it('saves the label and counts its blocks again', async () => {
    let used = 12
    const { shown, posts } = await screen(CodesScreen, {
      ...usual,
      'GET /api/codes': () => [strip(used)],
      'PUT /api/label': LABEL,
    })
    used = 0
    await shown.find('#isrcPrefix').setValue('XANW8')
    await shown.findAll('form').at(-1)!.trigger('submit')
    await flushPromises()
    expect(posts().at(-1)).toMatchObject({ method: 'PUT', path: '/api/label', body: { isrcPrefix: 'XANW8' } })
    expect(shown.find('.saved').text()).toBe('Saved.')
    expect(shown.find('.block').text()).toContain('0 used')
  })
  it('says what is wrong with a prefix, and what was typed stays', async () => {
    const { shown } = await screen(CodesScreen, {
      ...usual,
      'PUT /api/label': new Refused(
        422,
        'malformed-code',
        'An ISRC prefix has two letters and three letters or digits.',
      ),
    })
    await shown.find('#isrcPrefix').setValue('X')
    await shown.findAll('form').at(-1)!.trigger('submit')
    await flushPromises()
    expect(shown.find('[role=alert]').text()).toContain('two letters')
    expect((shown.find('#isrcPrefix').element as HTMLInputElement).value).toBe('X')
    expect(shown.find('.saved').text()).toBe('')
  })
  it('says that the blocks could not be looked up, and shows the label all the same', async () => {
    const { shown } = await screen(CodesScreen, {
      ...usual,
      'GET /api/codes': new Refused(503, 'database-away', 'The database is away.'),
    })
    expect(shown.find('[role=alert]').text()).toBe('The database is away.')
    expect(shown.find('#name').exists()).toBe(true)
  })
  it('lets readers look', async () => {
    const { shown } = await screen(CodesScreen, usual, { role: 'reader' })
    expect(shown.findAll('button')).toHaveLength(0)
    expect(shown.find('#name').attributes('disabled')).toBeDefined()
  })
})
