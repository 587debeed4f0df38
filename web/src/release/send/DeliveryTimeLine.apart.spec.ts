import { mount } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import type { DeliveryView } from '../../api/types'
import DeliveryTimeLine from './DeliveryTimeLine.vue'

vi.mock('vue-router', () => ({ useRoute: () => ({ params: { id: '3' } }) }))

const event = (state: string, says: string) => ({ at: '2026-11-23T14:02:00Z', state, says })
const delivery = (
  state: string,
  underWay: boolean,
  events: ReturnType<typeof event>[],
  more: Record<string, unknown> = {},
) =>
  mount(DeliveryTimeLine, {
    global: {
      mocks: { $route: {} },
      stubs: { RouterLink: { props: ['to'], template: '<a :data-to="JSON.stringify(to)"><slot /></a>' } },
    },
    props: {
      mayAct: true,
      newest: true,
      delivery: {
        id: 7,
        state,
        underWay,
        sealedAt: '2026-11-23T14:02:00Z',
        by: 'M. Arden',
        way: 'interface',
        steps: [],
        takesBack: false,
        receipt: '',
        packageSha256: 'a'.repeat(64),
        packageBytes: 4_200_000,
        contents: [],
        events,
        reasons: [],
        documents: [],
        ...more,
      } as unknown as DeliveryView,
    },
  })

describe('the time line of a delivery', () => {
  it('tells each step with its time and words', () => {
    const shown = delivery('accepted', false, [
      event('sealed', 'Sealed: 2 files.'),
      event('accepted', 'Lumenfold took it.'),
    ])
    expect(shown.find('h3').text()).toContain('Delivery 7 · accepted')
    expect(shown.find('h3').text()).toContain('4.2 MB')
    expect(shown.findAll('li')).toHaveLength(2)
    expect(shown.text()).toContain('Lumenfold took it.')
  })
  it('counts the same words instead of repeating them', () => {
    const again = event('sealed', 'Lumenfold answered 503. Next try in 1 s, with the same key.')
    expect(delivery('sealed', true, [again, again]).text()).toContain('(2 times)')
  })
  it('says that an answer is awaited, and not when there is one', () => {
    expect(delivery('in review', true, []).text()).toContain('waiting for an answer…')
    expect(delivery('rejected', false, []).text()).not.toContain('waiting')
  })
  it('offers another try only where handing over failed', async () => {
    expect(delivery('rejected', false, []).find('button').exists()).toBe(false)
    const failed = delivery('failed', false, [])
    await failed.find('button').trigger('click')
    expect(failed.emitted('again')).toHaveLength(1)
  })
  it('leads from an objection to its place', () => {
    const rejected = delivery('rejected', false, [], {
      reasons: [{ code: 'price', says: 'No price tier is given.', track: 0, field: 'release.priceTier' }],
    })
    expect(rejected.text()).toContain('No price tier is given.')
    expect(JSON.parse(rejected.find('a').attributes('data-to')!)).toMatchObject({
      name: 'sheet',
      query: { at: '0.priceTier' },
    })
  })
  it('says an objection once, with the way to its place', () => {
    const says = 'Is the silence meant?'
    const asked = delivery('questions', true, [event('received', 'Received.'), event('questions', says)], {
      reasons: [{ code: '', says, track: 2, field: 'track.title' }],
    })
    expect(asked.text().split(says)).toHaveLength(2)
    expect(asked.find('.reasons a').text()).toBe('Go to track 2')
    const placeless = delivery('rejected', false, [event('rejected', says)], {
      reasons: [{ code: '', says, track: 0, field: '' }],
    })
    expect(placeless.find('.reasons').exists()).toBe(false)
  })
  it('asks for an answer where something is asked, and sends it', async () => {
    const asked = delivery('questions', true, [])
    await asked.find('textarea').setValue('Low Lock Music answers for both sides.')
    await asked.find('form').trigger('submit')
    expect(asked.emitted('reply')).toEqual([['Low Lock Music answers for both sides.']])
  })
  it('offers what changed and a takedown once it was taken', async () => {
    const taken = delivery('accepted', false, [])
    await taken.findAll('button').at(-1)!.trigger('click')
    expect(taken.emitted('order')).toEqual([['takedown']])
  })
})
