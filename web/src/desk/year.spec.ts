import { describe, expect, it } from 'vitest'
import { yearOf } from './year'

const date = (on: string, kind: string, releaseId: number, destination: string | null = null) => ({
  date: on,
  kind,
  releaseId,
  release: `Release ${releaseId}`,
  destination,
})

describe('F4 The coming year on one sheet', () => {
  it('has twelve months from this one on', () => {
    const months = yearOf('2026-11-23', [])
    expect(months.map((each) => each.key)).toEqual([
      '2026-11',
      '2026-12',
      ...Array.from({ length: 10 }, (_, i) => `2027-${String(i + 1).padStart(2, '0')}`),
    ])
    expect(months[0]!.name).toBe('November 2026')
  })
  it('says once that several destinations have their last day for a release', () => {
    const months = yearOf('2026-11-23', [
      date('2027-01-22', 'deliver', 7, 'Lumenfold'),
      date('2027-01-22', 'deliver', 7, 'Hearthcast'),
      date('2027-01-22', 'deliver', 8, 'Lumenfold'),
      date('2027-02-12', 'release', 7),
    ])
    expect(months[2]!.entries.map((each) => [each.release, each.destinations])).toEqual([
      ['Release 7', ['Lumenfold', 'Hearthcast']],
      ['Release 8', ['Lumenfold']],
    ])
    expect(months[3]!.entries).toHaveLength(1)
  })
  it('leaves out what is behind the twelfth month', () => {
    expect(yearOf('2026-11-23', [date('2027-11-01', 'release', 7)]).flatMap((each) => each.entries)).toEqual([])
  })
})
