import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Refused } from '../../testing/server'
import { eventually } from '../../testing/eventually'
import { DIALOG, screen } from '../../testing/screen'
import { useReleaseStore } from '../store'
import RewordingDialog from './RewordingDialog.vue'

const proposed = (target: number, before: string, after: string) => ({
  track: target,
  where: `Title of track ${target}`,
  entity: 'track',
  target,
  field: 'track.title',
  before,
  after,
})
const REWORDING = 'POST /api/releases/7/rewording'
const CHANGES = 'POST /api/releases/7/changes'
const whole = {
  head: { id: 7, title: 'Slack Water' },
  tag: 'one',
  revision: 1,
  rows: [{ track: 0, trackId: 0, cells: {} }],
  columns: [],
  findings: [],
}
const dialog = (routes: Record<string, unknown>) =>
  screen(
    RewordingDialog,
    { 'GET /api/releases/7': whole, ...routes },
    { stubs: DIALOG, first: () => useReleaseStore().open(7) },
  )
type Dialog = Awaited<ReturnType<typeof dialog>>
async function look({ shown }: Dialog, words: string) {
  await shown.find('[aria-label=Find]').setValue(words)
  await vi.advanceTimersByTimeAsync(300)
  await flushPromises()
}
beforeEach(() => vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] }))
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('C11 Many texts at once', () => {
  it('shows nothing before something is looked for', async () => {
    const at = await dialog({})
    expect(at.shown.find('.none').text()).toContain('every change is previewed')
    expect(at.posts()).toHaveLength(0)
  })
  it('shows every before and after, and changes what is taken, in one move', async () => {
    const at = await dialog({
      [REWORDING]: [proposed(1, 'Low Brigde', 'Low Bridge'), proposed(2, 'Brigde Song', 'Bridge Song')],
      [CHANGES]: { ...whole, from: 'one', order: [], came: [], went: [], stack: {} },
    })
    await look(at, 'Brigde')
    expect(at.shown.findAll('tbody tr').map((row) => row.text())).toEqual([
      'Title of track 1Low BrigdeLow Bridge',
      'Title of track 2Brigde SongBridge Song',
    ])
    await at.shown.findAll('tbody input')[1]!.setValue(false)
    await at.button('Change 1').trigger('click')
    await flushPromises()
    await eventually(() => expect(at.posts().at(-1)!.path).toBe('/api/releases/7/changes'))
    expect(at.posts().at(-1)!.body).toMatchObject({
      says: 'Find and replace, 1 changed',
      source: 'reworded',
      changes: [{ target: 1, before: 'Low Brigde', after: 'Low Bridge' }],
    })
  })
  it('asks anew for each way, and takes all of what is found then', async () => {
    const at = await dialog({ [REWORDING]: [proposed(1, 'LOW BRIDGE', 'Low Bridge')] })
    await look(at, 'LOW')
    await at.shown.find('tbody input').setValue(false)
    expect(at.button('Change 0').attributes('disabled')).toBeDefined()
    await at.shown.find('input[value=TITLE_CASE]').setValue(true)
    await vi.advanceTimersByTimeAsync(300)
    await flushPromises()
    expect(at.posts().at(-1)!.body).toMatchObject({ move: 'TITLE_CASE' })
    expect(at.button('Change 1').attributes('disabled')).toBeUndefined()
    expect(at.shown.find('[aria-label=Find]').exists()).toBe(false)
  })
  it('says that there is nothing to change', async () => {
    const at = await dialog({ [REWORDING]: [] })
    await look(at, 'Quay')
    expect(at.shown.find('.none').text()).toBe('Nothing to change.')
  })
  it('says what is wrong with what is looked for', async () => {
    const says = 'At most 200 characters are looked for.'
    const at = await dialog({ [REWORDING]: new Refused(422, 'too-long', says) })
    await look(at, 'x')
    expect(at.shown.find('[role=alert]').text()).toBe(says)
  })
})
