import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Refused, type Heard } from '../../testing/server'
import { DIALOG, screen } from '../../testing/screen'
import { useReleaseStore } from '../store'
import CatalogueDialog from './CatalogueDialog.vue'

const recording = (number: number, title: string) => ({
  recording: number,
  track: 10 + number,
  title,
  artists: 'The Towpath Choir',
  isrc: null,
  release: 'Towpath Songs',
})
const whole = {
  head: { id: 7, title: 'Ten Winters of Ninth Weir' },
  tag: 'one',
  revision: 1,
  rows: [{ track: 0, trackId: 0, cells: {} }],
  columns: [],
  findings: [],
}
const dialog = (routes: Record<string, unknown>) =>
  screen(
    CatalogueDialog,
    { 'GET /api/releases/7': whole, ...routes },
    { stubs: DIALOG, first: () => useReleaseStore().open(7) },
  )
const FIND = 'GET /api/recordings'
const TAKE = 'POST /api/releases/7/recordings'
const typed = (heard: Heard) => new URL(heard.path, 'http://x').searchParams.get('typed')
beforeEach(() => vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] }))
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('recordings from the catalogue', () => {
  it('are looked for as soon as typing pauses, and taken with the tracks they were found on', async () => {
    const { shown, button, posts, heard } = await dialog({
      [FIND]: (call: Heard) => (typed(call) ? [recording(2, 'Lock Keeper')] : []),
      [TAKE]: whole,
    })
    await shown.find('input[type=search]').setValue('lo')
    await shown.find('input[type=search]').setValue('lock')
    await vi.advanceTimersByTimeAsync(200)
    await flushPromises()
    expect(heard.filter((call) => call.path.startsWith('/api/recordings')).map(typed)).toEqual(['', 'lock'])
    await shown.find('input[type=checkbox]').setValue(true)
    await button('Add 1 recording').trigger('click')
    await flushPromises()
    expect(posts().map((call) => call.body)).toEqual([{ recordings: null, tracks: [12] }])
  })
  it('that could not be looked for are asked for again, as often as it takes', async () => {
    let asked = 0
    const away = new Refused(503, 'database-away', 'The database is away.')
    const { shown, button } = await dialog({ [FIND]: () => (++asked < 3 ? away : [recording(2, 'Lock Keeper')]) })
    await button('Try again').trigger('click')
    await flushPromises()
    expect(shown.text()).toContain('Could not load recordings.')
    await button('Try again').trigger('click')
    await flushPromises()
    expect(shown.find('.found b').text()).toBe('Lock Keeper')
  })
})
