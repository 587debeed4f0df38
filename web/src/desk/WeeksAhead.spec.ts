import { mount, RouterLinkStub } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Desk } from '../api/types'
import WeeksAhead from './WeeksAhead.vue'

const shown = (dates: object[]) =>
  mount(WeeksAhead, {
    props: { today: '2026-11-23', weeks: 26, dates: dates as unknown as Desk['ahead'] },
    global: { stubs: { RouterLink: RouterLinkStub } },
  })
const release = { date: '2027-02-12', kind: 'release', releaseId: 5, release: 'Tidewrack Almanac', destination: null }
const deliver = {
  date: '2027-01-22',
  kind: 'deliver',
  releaseId: 5,
  release: 'Tidewrack Almanac',
  destination: 'Lumenfold',
}

describe('the coming weeks', () => {
  it('draw a date where it lies in time', () => {
    // 81 of 182 days of 376 units, less half of a square's width
    const square = shown([release]).find('svg[role=img] rect')
    expect(Number(square.attributes('x'))).toBeCloseTo((81 / 182) * 376 + 2 - 4, 0)
  })
  it('say each date in words and lead to its place', () => {
    const both = shown([deliver, release])
    const items = both.findAll('li').map((item) => item.text().replace(/\s+/g, ' '))
    expect(items).toEqual([
      'Fri 22 Jan 2027last day for Lumenfold: Tidewrack Almanac',
      'Fri 12 Feb 2027 Tidewrack Almanac is released',
    ])
    expect(both.findAllComponents(RouterLinkStub).map((link) => (link.props('to') as { name: string }).name)).toEqual([
      'send',
      'sheet',
    ])
  })
  it('say so when nothing is ahead', () => expect(shown([]).text()).toContain('No date ahead.'))
})
