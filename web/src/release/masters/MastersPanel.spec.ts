import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { Refused } from '../../testing/server'
import { screen } from '../../testing/screen'
import { useReleaseStore } from '../store'
import MastersPanel from './MastersPanel.vue'

const sound = (name: string, more: object = {}) => ({
  sha256: `sum of ${name}`,
  name,
  kind: 'audio',
  says: 'WAV, 44.1 kHz, 16 bits',
  time: '3:07',
  seconds: 187,
  lufs: -14.2,
  truePeak: -1,
  clippings: [],
  headSilence: 0,
  tailSilence: 0,
  rests: [],
  excerpt: null,
  format: 'WAV 16 bit 44.1 kHz, stereo',
  heard: { rangeLu: 5.2, bpm: 98.4, key: 'D minor', clippings: 0, lossyAbove: null, remarks: [] },
  alike: [],
  ...more,
})
const proposal = (name: string, more: object = {}) => ({
  file: sound(name),
  total: 0.92,
  certain: true,
  doubt: '',
  sound: null,
  time: 1,
  tags: null,
  name: 0.8,
  ...more,
})
const row = (track: number, more: object = {}) => ({
  track,
  trackId: track * 10,
  title: `Song ${track}`,
  file: null,
  proposal: null,
  previewStart: null,
  beside: [],
  ...more,
})
const masters = (rows: object[], more: object = {}) => ({
  rows,
  loose: [],
  certain: 0,
  beside: [],
  offers: [],
  ...more,
})
const panel = (view: object | (() => object), routes: Record<string, unknown> = {}, role = 'manager') =>
  screen(
    MastersPanel,
    {
      'GET /api/releases/7': {
        head: { id: 7, title: 'Slack Water' },
        revision: 1,
        rows: [],
        columns: [],
        findings: [],
      },
      'GET /api/releases/7/masters': view,
      ...routes,
    },
    {
      role,
      at: '/releases/7/masters',
      stubs: { WaveForm: { template: '<i />' }, PlayerBar: { template: '<i />' } },
      first: () => useReleaseStore().open(7),
    },
  )
const PLACE = 'POST /api/releases/7/placements'
afterEach(() => vi.unstubAllGlobals())

describe('G5 Masters in their place', () => {
  it('are counted: in place, proposed, loose', async () => {
    const { shown } = await panel(
      masters([row(1, { file: sound('1.wav') }), row(2, { proposal: proposal('2.wav') }), row(3)], {
        loose: [sound('odd.wav')],
      }),
    )
    expect(shown.find('.top').text()).toContain('1 of 3 masters in place, 1 proposed, 1 loose')
    expect(shown.find('[data-track-id="30"]').text()).toContain('no master yet; drop a file here')
    expect(shown.find('[data-track-id="10"]').text()).toContain('in place')
  })
  it('that are certain are confirmed together, and only those', async () => {
    const rows = [
      row(1, { proposal: proposal('1.wav') }),
      row(2, { proposal: proposal('2.wav', { certain: false, doubt: 'time' }) }),
    ]
    const after = masters([row(1, { file: sound('1.wav') }), rows[1]!])
    const { shown, posts, button } = await panel(masters(rows, { certain: 1 }), { [PLACE]: after })
    await button('Confirm the certain one').trigger('click')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ certain: true, placements: [] })
    expect(shown.find('.top').text()).toContain('1 of 2 masters in place')
    expect(button('Confirm the certain one')).toBeUndefined()
  })
  it('that are doubtful are confirmed one by one, the doubt beside them', async () => {
    const doubtful = row(2, { proposal: proposal('2.wav', { certain: false, doubt: 'another time' }) })
    const { shown, posts, button } = await panel(masters([doubtful]), { [PLACE]: masters([doubtful]) })
    expect(shown.text()).toContain('doubtful: another time')
    await button('Confirm').trigger('click')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ certain: false, placements: [{ file: 'sum of 2.wav', track: 20 }] })
  })
  it('that are a known recording are used again rather than made a second time', async () => {
    const same = {
      file: 'x',
      verdict: 'same',
      confidence: 0.99,
      offset: 0,
      speed: 1,
      agrees: [],
      differs: [],
      recording: 55,
      onThisRelease: false,
      name: 'Low Bridge',
      says: 'the same as “Low Bridge” on Towpath Songs',
    }
    const known = row(1, { proposal: proposal('1.wav', { file: sound('1.wav', { alike: [same] }) }) })
    const { shown, posts, button } = await panel(masters([known]), {
      'POST /api/releases/7/reuse': masters([row(1, { file: sound('1.wav') })]),
    })
    expect(shown.text()).toContain('the same as “Low Bridge” on Towpath Songs')
    expect(shown.text()).toContain('99 % sure')
    expect(button('Keep as a new recording')).toBeDefined()
    await button('Use the known recording').trigger('click')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ track: 10, recording: 55, file: 'sum of 1.wav' })
  })
  it('show what stands there when somebody was quicker, and say it', async () => {
    let view = masters([row(1, { proposal: proposal('1.wav') })], { certain: 1 })
    const says = 'Track 1 has a master meanwhile. Nothing was changed.'
    const { shown, button } = await panel(() => view, {
      [PLACE]: () => {
        view = masters([row(1, { file: sound('other.wav') })])
        return new Refused(409, 'changed-meanwhile', says)
      },
    })
    await button('Confirm the certain one').trigger('click')
    await flushPromises()
    expect(shown.text()).toContain(says)
    expect(shown.find('.top').text()).toContain('1 of 1 masters in place')
  })
  it('that are loose are put on the track that somebody chooses', async () => {
    const { shown, posts, button } = await panel(masters([row(1), row(2)], { loose: [sound('odd.wav')] }), {
      'POST /api/releases/7/files/sum%20of%20odd.wav/place': {},
    })
    expect(button('Assign').attributes('disabled')).toBeDefined()
    await shown.find('select[aria-label="Track for odd.wav"]').setValue(20)
    await button('Assign').trigger('click')
    await flushPromises()
    expect(posts().at(-1)!.path).toBe('/api/releases/7/files/sum%20of%20odd.wav/place?track=20')
  })
  it('whose tags say otherwise are asked singly: one fact takes one value', async () => {
    const offer = (value: string, source: string) => ({
      track: 1,
      entity: 'track',
      target: 10,
      field: 'track.title',
      fieldName: 'Title',
      present: 'Song 1',
      value,
      source,
    })
    const offers = [offer('Song One', 'INFO'), offer('Song 1 (Live)', 'ID3')]
    const { shown, posts } = await panel(masters([row(1)], { offers }), {
      'POST /api/releases/7/offers': masters([row(1)]),
    })
    const [first, second] = shown.findAll('.offers tbody input')
    await first!.setValue(true)
    await second!.setValue(true)
    expect((first!.element as HTMLInputElement).checked).toBe(false)
    await shown.find('.offers button').trigger('click')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ offers: [{ target: 10, field: 'track.title', value: 'Song 1 (Live)' }] })
  })
  it('are heard by readers, and not moved', async () => {
    const { button } = await panel(masters([row(1, { proposal: proposal('1.wav') })], { certain: 1 }), {}, 'reader')
    expect(button('Confirm the certain one')).toBeUndefined()
    expect(button('Confirm')).toBeUndefined()
  })
})
