import { describe, expect, it } from 'vitest'
import type { Column, FindingView, PersonShare, ReleaseDelta, ReleaseView, SheetRow, Weight } from '../api/types'
import { byCell, findingAt, applied, expanded, overlaid } from './rows'

const column = (key: string, entity: string, onRelease: boolean) => ({ key, entity, onRelease }) as Column
const columns = [column('title', 'track', true), column('isrc', 'recording', false), column('barcode', 'release', true)]
const row = (track: number, cells: object = {}) =>
  ({ track, trackId: track * 10, recordingId: track * 100, workId: track * 1000, cells }) as unknown as SheetRow
const finding = (id: string, weight: Weight, track: number, says = '') => ({ id, weight, track, says }) as FindingView

describe('rows as they travel', () => {
  it('have a cell for every fact they can have, given or not', () => {
    const track = expanded(row(3, { title: { value: 'Saltings', carried: false } }), columns, 7)
    expect(Object.keys(track.cells)).toEqual(['title', 'isrc'])
    expect(track.cells.title).toMatchObject({ field: 'track.title', target: 30, value: 'Saltings', shown: 'Saltings' })
    expect(track.cells.isrc).toMatchObject({ field: 'recording.isrc', target: 300, value: null, shown: null })
    expect(Object.keys(expanded(row(0), columns, 7).cells)).toEqual(['title', 'barcode'])
    expect(expanded(row(0), columns, 7).cells.title?.target).toBe(7)
  })
})

describe('what is typed and not written yet', () => {
  const rows = [expanded(row(1, { isrc: { value: 'XANW92600040', carried: false } }), columns, 7)]
  const isrc = { entity: 'recording', target: 100, field: 'recording.isrc', before: null }
  it('is seen in its cell; people with shares by their names', () => {
    const typed = overlaid(rows, [{ changes: [{ ...isrc, after: 'XANW92600041' }] }])
    expect(typed[0]!.cells.isrc).toMatchObject({ shown: 'XANW92600041', waiting: true })
    const people = ['Mira Tollgate', 'Joss Amberley'].map((name) => ({ name }) as PersonShare)
    expect(overlaid(rows, [{ changes: [{ ...isrc, people }] }])[0]!.cells.isrc?.shown).toBe(
      'Mira Tollgate, Joss Amberley',
    )
    expect(overlaid(rows, [{ changes: [{ ...isrc, after: null }] }])[0]!.cells.isrc?.shown).toBeNull()
  })
  it('leaves rows alone that it does not touch', () => {
    expect(overlaid(rows, [{ changes: [{ ...isrc, target: 5, after: 'x' }] }])[0]).toBe(rows[0])
  })
})

describe('a difference', () => {
  const view = {
    tag: 'a',
    rows: [row(0), row(1), row(2)],
    findings: [finding('x', 'stop', 1), finding('y', 'risk', 2)],
  } as unknown as ReleaseView
  const delta = {
    from: 'a',
    tag: 'b',
    order: [20, 10],
    rows: [row(2, { title: { value: 'New', carried: false } })],
    came: [finding('z', 'stop', 0), finding('y', 'risk', 2, 'other')],
    went: ['x'],
  } as unknown as ReleaseDelta

  it('replaces the rows that it names and puts tracks into their order', () => {
    const after = applied(view, delta)!
    expect(after.rows.map((each) => each.trackId)).toEqual([0, 20, 10])
    expect(after.rows[1]!.cells.title?.value).toBe('New')
    expect(after.rows[2]).toBe(view.rows[1])
  })
  it('takes findings away, adds and replaces them, the heaviest first', () => {
    expect(applied(view, delta)!.findings.map((each) => `${each.id} ${each.says}`)).toEqual(['z ', 'y other'])
  })
  it('is no use to somebody who has another view', () => {
    expect(applied({ ...view, tag: 'older' }, delta)).toBeNull()
  })
})

describe('findings in their cells', () => {
  const about = (id: string, weight: Weight, track: number, column: string) => ({
    ...finding(id, weight, track),
    column,
  })
  it('stand at row and column, the heaviest first', () => {
    const found = byCell([
      about('a', 'stop', 3, 'title'),
      about('b', 'risk', 3, 'title'),
      about('c', 'stop', 0, 'title'),
    ])
    expect(findingAt(found, 3, 'title')?.id).toBe('a')
    expect(found.get('3.title')).toHaveLength(2)
    expect(findingAt(found, 2, 'title')).toBeUndefined()
  })
})
