import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { DeliveryView } from '../../api/types'
import { screen } from '../../testing/screen'
import { Refused } from '../../testing/server'
import { useReleaseStore } from '../store'
import StepForm from './StepForm.vue'

const RELEASE = {
  head: { id: 7, title: 'Reed and Rush' },
  revision: 3,
  columns: [
    { key: 'releaseDate', name: 'Release date', entity: 'release', onRelease: true },
    { key: 'isrc', name: 'ISRC', entity: 'recording', onRelease: false },
  ],
  rows: [
    { track: 0, cells: { releaseDate: { value: '2027-02-12', shown: null, carried: false } } },
    { track: 1, trackId: 1, recordingId: 2, workId: 3, cells: { isrc: { value: null, shown: null, carried: false } } },
  ],
  findings: [],
}
const STEPS = 'POST /api/releases/7/deliveries/4/steps'
const form = (more: object, routes: Record<string, unknown> = {}) =>
  screen(
    StepForm,
    { 'GET /api/releases/7': RELEASE, [STEPS]: {}, ...routes },
    {
      props: {
        delivery: { id: 4, steps: ['accepted', 'rejected'], takesBack: false, ...more } as unknown as DeliveryView,
      },
      first: () => useReleaseStore().open(7),
    },
  )
afterEach(() => vi.unstubAllGlobals())

describe('B0 What somebody knows of a delivery', () => {
  it('is written down with number, day and reasons at their places', async () => {
    const { shown, posts } = await form({})
    await shown.find('select').setValue('rejected')
    await shown.find('input[maxlength="100"]').setValue('HQ-7781')
    await shown.find('input[type=date]').setValue('2026-11-22')
    await shown.find('[aria-label="Reason 1"]').setValue('The date is a holiday.')
    const places = shown.find('.reason select')
    expect(places.findAll('option').map((each) => each.text())).toEqual([
      'the release as a whole',
      'Release: Release date',
      'Track 1: ISRC',
    ])
    await places.setValue('0 release.releaseDate')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({
      state: 'rejected',
      number: 'HQ-7781',
      day: '2026-11-22',
      reasons: [{ says: 'The date is a holiday.', track: 0, field: 'release.releaseDate' }],
    })
    expect(shown.emitted('changed')).toHaveLength(1)
  })
  it('asks for no reasons where nobody objects', async () => {
    const { shown, posts } = await form({})
    await shown.find('select').setValue('accepted')
    expect(shown.find('fieldset').exists()).toBe(false)
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ state: 'accepted', number: null, day: null, reasons: [] })
  })
  it('is taken back while nobody has built on it, and says so when somebody has', async () => {
    const { shown, button } = await form(
      { takesBack: true },
      { [`${STEPS}/back`]: new Refused(409, 'built-on', 'Something was sent since. Nothing was changed.') },
    )
    await button('Undo the last step').trigger('click')
    await flushPromises()
    expect(shown.find('[role=alert]').text()).toContain('Nothing was changed.')
  })
})
