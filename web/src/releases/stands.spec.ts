import { describe, expect, it } from 'vitest'
import type { Head, ReleaseList, Stands } from '../api/types'
import { placed } from './stands'

const head = (id: number, date: string | null, title = `Reach ${id}`) => ({ id, date, title }) as Head
const list = (releases: Head[], total = releases.length): ReleaseList => ({ releases, total, lookedOver: 0 })
const said = (of: Head, more: Partial<Stands> = {}): Stands => ({
  release: of.id,
  looked: 7,
  gone: false,
  head: of,
  was: 2,
  things: 2,
  weight: 1,
  lateOn: null,
  aheadOn: null,
  ...more,
})
const ids = (of: ReleaseList | null) => of?.releases.map((each) => each.id)

// without a date first, then the newest date, of the same date the newest release
const UNDATED = head(4, null)
const LATER = head(9, '2027-03-05')
const YOUNGER = head(8, '2027-02-12')
const OLDER = head(7, '2027-02-12')
const ALL = list([UNDATED, LATER, YOUNGER, OLDER])

describe('F4 A list that is told how a release stands', () => {
  it('shows its line in its place', () => {
    const fresh = head(8, '2027-02-12', 'Slack Water at Night')
    expect(placed(ALL, said(fresh), false)).toEqual(list([UNDATED, LATER, fresh, OLDER]))
  })
  it('asks when its place is another one, when it cannot tell what fits a filter, and when the line was too long', () => {
    expect(placed(ALL, said(head(8, '2027-04-02')), false)).toBeNull()
    expect(placed(ALL, said(YOUNGER), true)).toBeNull()
    expect(placed(ALL, said(YOUNGER, { head: null }), false)).toBeNull()
    expect(placed(ALL, said(head(55, null), { gone: true, head: null }), true)).toBeNull()
  })
  it('puts a new one where it belongs', () => {
    const fresh = (of: Head) => placed(ALL, said(of, { was: null }), false)
    expect(ids(fresh(head(12, null)))).toEqual([12, 4, 9, 8, 7])
    expect(ids(fresh(head(12, '2027-02-12')))).toEqual([4, 9, 12, 8, 7])
    expect(ids(fresh(head(12, '2019-05-03')))).toEqual([4, 9, 8, 7, 12])
    expect(fresh(head(12, null))!.total).toBe(5)
  })
  it('counts one that comes further down, and leaves one there that was there', () => {
    const part = list(ALL.releases, 230)
    expect(placed(part, said(head(12, '2019-05-03'), { was: null }), false)).toEqual({ ...part, total: 231 })
    expect(placed(part, said(head(12, '2019-05-03')), false)).toBe(part)
    // it has come up from there
    expect(placed(part, said(head(12, '2027-02-20')), false)).toBeNull()
  })
  it('takes one away that is gone', () => {
    expect(placed(ALL, said(LATER, { gone: true, head: null }), false)).toEqual(list([UNDATED, YOUNGER, OLDER]))
    const part = list(ALL.releases, 230)
    expect(placed(part, said(head(55, null), { gone: true, head: null }), false)).toEqual({ ...part, total: 229 })
  })
})
