import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { Refused } from '../../testing/server'
import { DIALOG, screen } from '../../testing/screen'
import { useReleaseStore } from '../store'
import SendDialog from './SendDialog.vue'

const RIGHTS = {
  territories: 'Germany, Austria',
  countries: [
    { code: 'AT', name: 'Austria' },
    { code: 'DE', name: 'Germany' },
  ],
  earliest: '2027-02-12',
  today: '2026-11-23',
  prices: null as object | null,
}
const preview = (more: object = {}) => ({
  hindrances: [],
  documents: [{ path: 'message.xml', says: 'Store message', kind: 'xml', bytes: 900 }],
  contents: [{ path: '01.flac', bytes: 1_000_000 }],
  changes: [],
  accepted: false,
  ...more,
})
const to = (id: string, name: string, more: object = {}) => ({
  id,
  name,
  kind: 'streaming store',
  takes: '',
  sends: 'store message',
  lastDay: null,
  express: null,
  rights: RIGHTS,
  recipes: [],
  preview: preview(),
  deliveries: [],
  ...more,
})
const SEND = 'POST /api/releases/7/deliveries'
const dialog = (destinations: object[], routes: Record<string, unknown> = {}, occasion = 'delivery') =>
  screen(
    SendDialog,
    {
      'GET /api/releases/7': { head: { id: 7, title: 'Slack Water' }, rows: [], columns: [], findings: [] },
      ...routes,
    },
    { stubs: DIALOG, props: { destinations, occasion }, first: () => useReleaseStore().open(7) },
  )
type Shown = Awaited<ReturnType<typeof dialog>>['shown']
const sealing = (shown: Shown) => shown.findAll('button').find((each) => each.text() === 'Seal and send')!
async function sign(shown: Shown) {
  await shown.find('#declares').setValue(true)
  await shown.find('#again').setValue('weir-and-quay')
}
afterEach(() => vi.unstubAllGlobals())

describe('S1 What is ordered, declared and signed', () => {
  it('goes out only when somebody declares the rights and gives the password again', async () => {
    const { shown } = await dialog([to('lumenfold', 'Lumenfold')])
    expect(sealing(shown).attributes('disabled')).toBeDefined()
    await shown.find('#again').setValue('weir-and-quay')
    expect(sealing(shown).attributes('disabled')).toBeDefined()
    await shown.find('#declares').setValue(true)
    expect(sealing(shown).attributes('disabled')).toBeUndefined()
  })
  it('is sent once, with the terms that were chosen', async () => {
    const { shown, posts } = await dialog([to('lumenfold', 'Lumenfold')], {
      [SEND]: [{ destination: 'lumenfold', delivery: 9, problem: null }],
    })
    await sign(shown)
    const days = shown.findAll('input[type=date]')
    expect(days[0]!.attributes('min')).toBe('2027-02-12')
    await days[0]!.setValue('2027-03-01')
    await shown.find('.territories select').setValue('DE')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(posts()).toHaveLength(1)
    expect(posts()[0]!.body).toMatchObject({
      destinations: ['lumenfold'],
      occasion: 'delivery',
      declaresRights: true,
      password: 'weir-and-quay',
      again: false,
      terms: { territories: 'DE', from: '2027-03-01', price: null },
    })
    expect(shown.emitted('sent')).toHaveLength(1)
  })
  it('asks for a price only where one is wanted, within what is taken there', async () => {
    const { shown: none } = await dialog([to('lumenfold', 'Lumenfold')])
    expect(none.text()).not.toContain('Price')
    none.unmount()
    const priced = to('aldermoor', 'Aldermoor', {
      rights: { ...RIGHTS, prices: { min: 20, max: 5000, currency: 'EUR' } },
    })
    const { shown } = await dialog([priced])
    expect(shown.text()).toContain('Price (EUR)')
    const price = shown.find('input[type=number]')
    expect([price.attributes('min'), price.attributes('max')]).toEqual(['20', '5000'])
    expect(price.attributes('required')).toBeDefined()
  })
  it('asks several for one price that all of them take, and sends none where there is no such price', async () => {
    const taking = (id: string, min: number, max: number) =>
      to(id, id, { rights: { ...RIGHTS, prices: { min, max, currency: 'EUR' } } })
    const { shown } = await dialog([taking('aldermoor', 20, 900), taking('ferrous-lane', 300, 5000)])
    const price = shown.find('input[type=number]')
    expect([price.attributes('min'), price.attributes('max')]).toEqual(['300', '900'])
    shown.unmount()
    const { shown: apart } = await dialog([taking('aldermoor', 20, 200), taking('ferrous-lane', 300, 5000)])
    await sign(apart)
    expect(apart.text()).toContain('accept no common price. Send to each of them separately.')
    expect(apart.find('input[type=number]').exists()).toBe(false)
    expect(sealing(apart).attributes('disabled')).toBeDefined()
  })
  it('sends nothing at a price without a currency, and says who sets it', async () => {
    const priced = to('aldermoor', 'Aldermoor', {
      rights: { ...RIGHTS, prices: { min: 20, max: 5000, currency: null } },
    })
    const { shown } = await dialog([priced])
    await sign(shown)
    expect(shown.find('input[type=number]').exists()).toBe(false)
    expect(shown.text()).toContain('no currency is set. A manager sets it in Settings.')
    expect(sealing(shown).attributes('disabled')).toBeDefined()
    shown.unmount()
    const { shown: down } = await dialog([priced], {}, 'takedown')
    await sign(down)
    expect(sealing(down).attributes('disabled')).toBeUndefined()
  })
  it('asks once more where the same was accepted already', async () => {
    const { shown } = await dialog([to('lumenfold', 'Lumenfold', { preview: preview({ accepted: true }) })])
    await sign(shown)
    expect(shown.text()).toContain('Lumenfold has accepted this release and nothing has changed since')
    expect(sealing(shown).attributes('disabled')).toBeDefined()
    await shown.find('#repeat').setValue(true)
    expect(sealing(shown).attributes('disabled')).toBeUndefined()
  })
  it('needs no such question where only one of several has it', async () => {
    const { shown } = await dialog([
      to('lumenfold', 'Lumenfold', { preview: preview({ accepted: true }) }),
      to('crate', 'Crate & Lantern'),
    ])
    await sign(shown)
    expect(sealing(shown).attributes('disabled')).toBeUndefined()
    expect(shown.text()).toContain('Lumenfold, Crate & Lantern, each sealed by itself')
  })
  it('says a wrong password, empties it, and keeps everything else', async () => {
    const says = 'The password is incorrect. Nothing was sent.'
    const { shown } = await dialog([to('lumenfold', 'Lumenfold')], { [SEND]: new Refused(403, 'password', says) })
    await sign(shown)
    await shown.find('.territories select').setValue('AT')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(shown.find('[role=alert]').text()).toBe(says)
    expect((shown.find('#again').element as HTMLInputElement).value).toBe('')
    expect(shown.find('.country').text()).toContain('Austria')
    expect(shown.emitted('sent')).toBeUndefined()
  })
  it('says of each that was refused why, and sends nothing a second time', async () => {
    const { shown } = await dialog([to('lumenfold', 'Lumenfold'), to('crate', 'Crate & Lantern')], {
      [SEND]: [
        { destination: 'lumenfold', delivery: 9, problem: null },
        { destination: 'crate', delivery: null, problem: 'Crate & Lantern: the release has no price tier.' },
      ],
    })
    await sign(shown)
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(shown.find('[role=alert]').text()).toBe('Crate & Lantern: the release has no price tier.')
    expect(sealing(shown)).toBeUndefined()
  })
  it('of a takedown has no terms', async () => {
    const { shown } = await dialog([to('lumenfold', 'Lumenfold')], {}, 'takedown')
    expect(shown.find('fieldset').exists()).toBe(false)
    expect(shown.text()).toContain('Its codes are never reused')
  })
})
