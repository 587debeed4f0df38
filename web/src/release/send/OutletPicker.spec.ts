import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { screen } from '../../testing/screen'
import { useReleaseStore } from '../store'
import OutletPicker from './OutletPicker.vue'

const ALL = ['Tidebox', 'Lantern', 'Osier Row']
const HEAD = { head: { id: 7, title: 'Slack Water' }, revision: 1, rows: [], columns: [], findings: [] }
const picker = (outlets: { chosen?: string[]; fact?: string; others?: string }) =>
  screen(
    OutletPicker,
    { 'GET /api/releases/7': HEAD, 'POST /api/releases/7/changes': { ...HEAD, from: 'another view' } },
    {
      role: 'manager',
      props: {
        id: 'quay',
        name: 'Hollow Quay',
        outlets: {
          names: ALL,
          chosen: outlets.chosen ?? null,
          fact: outlets.fact ?? null,
          others: outlets.others ?? '',
        },
      },
      first: () => useReleaseStore().open(7),
    },
  )
type Picker = Awaited<ReturnType<typeof picker>>
const written = ({ posts }: Picker) =>
  (posts().at(-1)!.body as { changes: { before: string | null; after: string | null }[] }).changes[0]
const box = ({ shown }: Picker, name: string) =>
  shown
    .findAll('label')
    .find((each) => each.text() === name)!
    .find('input')
afterEach(() => vi.unstubAllGlobals())

describe('B0 Outlets of a distributor', () => {
  it('are all of them until some are chosen', async () => {
    const at = await picker({})
    expect(at.shown.text()).toContain('Goes on to all 3 outlets.')
    await at.button('Choose').trigger('click')
    await box(at, 'Lantern').trigger('change')
    await flushPromises()
    expect(written(at)).toMatchObject({ field: 'release.outlets', before: null, after: 'quay: Tidebox, Osier Row' })
  })
  it('leave alone what is chosen at other distributors', async () => {
    const at = await picker({
      chosen: ['Tidebox', 'Osier Row'],
      fact: 'harbour: Gate; quay: Tidebox, Osier Row',
      others: 'harbour: Gate',
    })
    expect(at.shown.text()).toContain('Goes on to 2 of 3 outlets: Tidebox, Osier Row.')
    await at.button('Choose').trigger('click')
    await box(at, 'Tidebox').trigger('change')
    await flushPromises()
    expect(written(at)).toMatchObject({
      before: 'harbour: Gate; quay: Tidebox, Osier Row',
      after: 'harbour: Gate; quay: Osier Row',
    })
    await at.button('All of them').trigger('click')
    await flushPromises()
    expect(written(at)).toMatchObject({ after: 'harbour: Gate' })
  })
  it('are never none: the last one cannot be taken away', async () => {
    const at = await picker({ chosen: ['Lantern'], fact: 'quay: Lantern' })
    await at.button('Choose').trigger('click')
    expect(box(at, 'Lantern').attributes('disabled')).toBeDefined()
    expect(box(at, 'Tidebox').attributes('disabled')).toBeUndefined()
    await at.button('All of them').trigger('click')
    await flushPromises()
    expect(written(at)!.after).toBeNull()
  })
  it('that are served no longer are named', async () => {
    const at = await picker({ chosen: ['Gone', 'Lantern'], fact: 'quay: Gone, Lantern' })
    expect(at.shown.find('.problem').text()).toBe('Hollow Quay does not serve Gone any more.')
    const none = await picker({ chosen: ['Gone'], fact: 'quay: Gone' })
    expect(none.shown.text()).toContain('Goes on to none of those chosen.')
  })
})
