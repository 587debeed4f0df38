import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { DeliveryView } from '../../api/types'
import DeliveryTimeLine from './DeliveryTimeLine.vue'

const event = (state: string, says: string) => ({ at: '2026-11-23T14:02:00Z', state, says })
const delivery = (state: string, underWay: boolean, events: ReturnType<typeof event>[]) =>
  mount(DeliveryTimeLine, {
    props: {
      delivery: {
        id: 7,
        state,
        underWay,
        sealedAt: '2026-11-23T14:02:00Z',
        by: 'M. Arden',
        receipt: '',
        packageSha256: 'a'.repeat(64),
        packageBytes: 4_200_000,
        contents: [],
        events,
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
})
