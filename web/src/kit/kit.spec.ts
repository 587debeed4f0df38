import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { bytes, day, distance, moment } from './dates'
import Mark from './Mark.vue'
import StandingWord from './StandingWord.vue'

describe('days and sizes in words', () => {
  it('says a day as people write it', () => expect(day('2027-02-12')).toBe('Fri 12 Feb 2027'))
  it.each([
    [0, 'today'],
    [1, 'tomorrow'],
    [81, 'in 81 days'],
    [-24, '24 days ago'],
    [-1120, '3 years ago'],
  ])('says %i days', (days, says) => expect(distance(days)).toBe(says))
  it.each([
    [0, '0 bytes'],
    [307_000, '307 kB'],
    [3_900_000, '3.9 MB'],
  ])('says %i bytes', (count, says) => expect(bytes(count)).toBe(says))
})
describe('A moment', () => {
  const now = new Date('2026-11-29T10:00:00')
  it('has no year when it is of this one', () => expect(moment('2026-03-04T09:05:00', now)).toBe('4 Mar, 09:05'))
  it('has one when it is of another', () => expect(moment('2024-03-04T09:05:00', now)).toBe('4 Mar 2024, 09:05'))
})

describe('marks', () => {
  it('have a shape each, so that colour is never alone', () => {
    const shapes = (['stop', 'risk', 'note', 'measuring', 'ready'] as const).map((weight) =>
      mount(Mark, { props: { weight } }).find('svg > *').html(),
    )
    expect(new Set(shapes).size).toBe(5)
  })
  it('say a delivery’s standing in a word, and nothing when nothing was sent', () => {
    expect(mount(StandingWord, { props: { standing: 'ACCEPTED' } }).text()).toBe('accepted')
    expect(mount(StandingWord, { props: { standing: 'ASKED' } }).text()).toBe('has questions')
    expect(mount(StandingWord, { props: { standing: 'NOT_SENT' } }).text()).toBe('')
  })
})
