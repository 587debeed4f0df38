import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { ProposalView } from '../../api/types'
import EvidenceBars from './EvidenceBars.vue'

const proposal = (more: Partial<ProposalView>) =>
  ({
    total: 0.8,
    certain: true,
    doubt: '',
    sound: 0.97,
    time: 1,
    tags: null,
    name: 0.4,
    ...more,
  }) as unknown as ProposalView

describe('G5 Evidence', () => {
  it('is four figures, and a dash where there is nothing to go by', () => {
    const text = mount(EvidenceBars, { props: { proposal: proposal({}) } }).text()
    expect(text).toContain('sound97')
    expect(text).toContain('tags–')
    expect(text).toContain('name40')
    expect(text).toContain('certain')
  })
  it('says its doubt', () => {
    const bars = mount(EvidenceBars, {
      props: { proposal: proposal({ certain: false, doubt: 'its length is another' }) },
    })
    expect(bars.text()).toContain('doubtful: its length is another')
  })
})
