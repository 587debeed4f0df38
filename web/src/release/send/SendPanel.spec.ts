import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { screen } from '../../testing/screen'
import { eventually } from '../../testing/eventually'
import { useReleaseStore } from '../store'
import SendPanel from './SendPanel.vue'

const to = (id: string, kind: string, more: { state?: string; hindrances?: object[]; changes?: object[] } = {}) => ({
  id,
  name: `The ${id}`,
  kind,
  deliveries: more.state ? [{ id: 1, state: more.state }] : [],
  preview: { hindrances: more.hindrances ?? [], changes: more.changes ?? [], documents: [], contents: [] },
})
const HINDRANCE = [{ cause: 'COPIES', message: 'Two copies are not written.' }]
const stubs = {
  DestinationSheet: {
    props: ['destination'],
    emits: ['order', 'changed'],
    template: `<p class="sheet">{{ destination.name }}<button @click="$emit('order', 'update')">Order</button></p>`,
  },
  SendDialog: {
    props: ['destinations', 'occasion'],
    emits: ['close', 'sent'],
    template: `<p class="dialog">{{ occasion }}: {{ destinations.map((each) => each.id).join(' ') }}<button @click="$emit('sent')">Done</button></p>`,
  },
}
const panel = (all: object[] | (() => object[]), role = 'manager') =>
  screen(
    SendPanel,
    {
      'GET /api/releases/7': {
        head: { id: 7, title: 'Slack Water' },
        revision: 1,
        rows: [],
        columns: [],
        findings: [],
      },
      'GET /api/releases/7/deliveries': all,
    },
    { role, stubs, first: () => useReleaseStore().open(7) },
  )
type Panel = Awaited<ReturnType<typeof panel>>
const stands = ({ shown }: Panel) =>
  shown.findAll('[aria-label=Destinations] .state').map((each) => each.text().replace(/\s+/g, ' '))
afterEach(() => vi.unstubAllGlobals())

describe('S1 Where the release goes', () => {
  it('is chosen elsewhere when it names nobody', async () => {
    expect((await panel([])).shown.text()).toContain('Choose them in Readiness.')
  })
  it('says in a word how each stands', async () => {
    const at = await panel([
      to('a', 'store'),
      to('b', 'store', { hindrances: HINDRANCE }),
      to('c', 'store', { state: 'accepted' }),
      to('d', 'store', { state: 'accepted', changes: [{ where: 'Title' }] }),
      to('e', 'store', { state: 'rejected' }),
      to('f', 'society', { state: 'questions' }),
      to('g', 'society', { state: 'taken down' }),
      to('h', 'society', { state: 'in review' }),
      to('i', 'society', { state: 'called off' }),
    ])
    expect(stands(at)).toEqual([
      'ready',
      'not yet',
      'accepted',
      'changed since',
      'rejected',
      'has questions',
      'taken down',
      'in review',
      'ready',
    ])
  })
  it('is sent to all that can be sent to, or to those of a kind', async () => {
    const at = await panel([to('a', 'store'), to('b', 'store', { hindrances: HINDRANCE }), to('c', 'society')])
    expect(at.shown.find('.top').text()).toContain('2 of 3 can be sent.')
    expect(at.shown.find('[aria-label="Tick The b"]').attributes('disabled')).toBeDefined()
    await at.button('all').trigger('click')
    await at.button('Send to 2 together…').trigger('click')
    expect(at.shown.find('.dialog').text()).toContain('delivery: a c')
    await at.button('society').trigger('click')
    await at.button('Send to The c…').trigger('click')
    expect(at.shown.find('.dialog').text()).toContain('delivery: c')
  })
  it('is looked up again when it was sent, and nothing stays ticked', async () => {
    let all = [to('a', 'store'), to('c', 'store')]
    const at = await panel(() => all)
    await at.button('all').trigger('click')
    await at.button('Send to 2 together…').trigger('click')
    all = [to('a', 'store', { state: 'sealed' }), to('c', 'store', { state: 'sealed' })]
    await at.button('Done').trigger('click')
    await flushPromises()
    expect(at.shown.find('.dialog').exists()).toBe(false)
    expect(stands(at)).toEqual(['sealed', 'sealed'])
    expect(at.button('Send to 2 together…')).toBeUndefined()
  })
  it('follows what comes back, of this release only', async () => {
    let all = [to('a', 'store', { state: 'in review' })]
    const at = await panel(() => all)
    all = [to('a', 'store', { state: 'accepted' })]
    at.say('delivery', { release: 8 })
    await flushPromises()
    expect(stands(at)).toEqual(['in review'])
    at.say('delivery', { release: 7 })
    await eventually(() => expect(stands(at)).toEqual(['accepted']))
  })
  it('is ordered singly for what the sheet of a destination offers', async () => {
    const at = await panel([to('a', 'store'), to('c', 'store')])
    await at.shown.findAll('[aria-label=Destinations] button')[1]!.trigger('click')
    expect(at.shown.find('.sheet').text()).toContain('The c')
    await at.button('Order').trigger('click')
    expect(at.shown.find('.dialog').text()).toContain('update: c')
  })
  it('is sent by managers only', async () => {
    const at = await panel([to('a', 'store'), to('c', 'store')], 'assistant')
    expect(at.button('all')).toBeUndefined()
    expect(at.shown.find('.sheet').exists()).toBe(true)
  })
})
