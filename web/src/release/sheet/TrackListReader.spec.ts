import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Refused } from '../../testing/server'
import { screen } from '../../testing/screen'
import { useReleaseStore } from '../store'
import TrackListReader from './TrackListReader.vue'

const cell = (before: string | null, after: string | null) => ({
  before,
  after,
  differs: after !== null && after !== before,
})
const row = (line: number, track: number | null, title: object, time: object, more: object = {}) => ({
  line,
  track,
  doubtful: false,
  cells: { TITLE: title, TIME: time },
  fileTime: null,
  ...more,
})
const LIST = {
  form: 'lines',
  columns: [
    { key: 'TITLE', name: 'Title', differs: 1 },
    { key: 'TIME', name: 'Time', differs: 2 },
  ],
  rows: [
    row(1, 1, cell('Almanac', 'Almanac'), cell('3:05', '3:07'), { fileTime: '3:07' }),
    row(2, 2, cell('Eelgras', 'Eelgrass'), cell(null, '4:12'), { doubtful: true }),
    row(4, null, cell(null, 'Saltings'), cell(null, null)),
  ],
  notUnderstood: [{ line: 3, text: '~~~', why: 'no title in it' }],
}
const whole = {
  head: { id: 7, title: 'Slack Water' },
  tag: 'one',
  revision: 1,
  rows: [{ track: 0, trackId: 0, cells: {} }],
  columns: [],
  findings: [],
}
const READ = 'POST /api/releases/7/tracklist'
const TAKE = 'POST /api/releases/7/tracklist/take'
const reader = (routes: Record<string, unknown>) =>
  screen(TrackListReader, { 'GET /api/releases/7': whole, ...routes }, { first: () => useReleaseStore().open(7) })
type Reader = Awaited<ReturnType<typeof reader>>
async function paste({ shown }: Reader, text: string) {
  await shown.find('#pasted').setValue(text)
  await vi.advanceTimersByTimeAsync(400)
  await flushPromises()
}
beforeEach(() => vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] }))
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('C9 A pasted track list', () => {
  it('is read as it is typed, and nothing is taken by that', async () => {
    const at = await reader({ [READ]: LIST })
    expect(at.shown.text()).toContain('Nothing pasted yet.')
    await paste(at, '1. Almanac 3:07')
    expect(at.posts().map((each) => each.path)).toEqual(['/api/releases/7/tracklist'])
    expect(at.shown.find('.form').text()).toBe('Read as lines: 3 tracks')
    expect(at.shown.find('.end').text()).toContain('1 new, 4 cells change')
  })
  it('shows what stood there, what the file says, and what is doubtful', async () => {
    const at = await reader({ [READ]: LIST })
    await paste(at, 'x')
    const lines = at.shown.findAll('tbody tr').map((each) => each.text())
    expect(lines[0]).toContain('3:073:05')
    expect(lines[0]).toContain('file 3:07')
    expect(lines[1]).toContain('other title')
    expect(lines[2]).toContain('new')
    expect(at.shown.find('.strange').text()).toBe('Line 3, “~~~”: no title in it.')
  })
  it('is taken column by column and line by line, with its source', async () => {
    const at = await reader({
      [READ]: LIST,
      [TAKE]: { ...whole, from: 'one', order: [], came: [], went: [], stack: {} },
    })
    await paste(at, 'x')
    await at.shown.findAll('fieldset input')[1]!.setValue(false)
    await at.shown.find('[aria-label="Apply line 4"]').setValue(false)
    expect(at.shown.find('.end').text()).toContain('1 cells change')
    await at.shown.find('#source').setValue('email from M. Tollgate, 20 Nov')
    await at.button('Apply').trigger('click')
    await flushPromises()
    expect(at.posts().at(-1)!.body).toEqual({
      text: 'x',
      columns: ['TITLE'],
      lines: [1, 2],
      source: 'email from M. Tollgate, 20 Nov',
    })
    expect(at.shown.emitted('close')).toHaveLength(1)
  })
  it('that says nothing new is not taken', async () => {
    const same = { ...LIST, rows: [row(1, 1, cell('Almanac', 'Almanac'), cell('3:07', '3:07'))], notUnderstood: [] }
    const at = await reader({ [READ]: same })
    await paste(at, 'x')
    expect(at.button('Apply').attributes('disabled')).toBeDefined()
  })
  it('stays when it could not be taken, and says why', async () => {
    const says = 'Somebody changed track 1 meanwhile. Nothing was taken.'
    const at = await reader({ [READ]: LIST, [TAKE]: new Refused(409, 'changed-meanwhile', says) })
    await paste(at, 'x')
    await at.button('Apply').trigger('click')
    await flushPromises()
    expect(at.shown.find('[role=alert]').text()).toBe(says)
    expect(at.shown.emitted('close')).toBeUndefined()
  })
  it('is left by Escape', async () => {
    const at = await reader({})
    await at.shown.find('.reader').trigger('keydown', { key: 'Escape' })
    expect(at.shown.emitted('close')).toHaveLength(1)
  })
})
