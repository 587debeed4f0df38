import { describe, expect, it } from 'vitest'
import type { Column, FindingView } from '../../api/types'
import type { Cell, Row } from '../rows'
import { bandColumns, completion, gridColumns, place, TIME } from './cells'

const column = (key: string, set: string, releaseOnly = false) =>
  ({
    key,
    name: key,
    set,
    type: 'text',
    words: [],
    help: '',
    entity: releaseOnly ? 'release' : 'track',
  }) as unknown as Column
const cell = (target: number, key: string, value: string | null) =>
  ({ entity: 'track', target, field: `track.${key}`, value, shown: value, carried: false }) as Cell
const row = (track: number, side: string | null, title: string) =>
  ({
    track,
    trackId: track * 10,
    cells: {
      side: cell(track * 10, 'side', side),
      title: cell(track * 10, 'title', title),
      version: cell(track * 10, 'version', null),
    },
  }) as unknown as Row
const rows = [row(0, null, 'Tidewrack Almanac'), row(1, 'A', 'Almanac'), row(2, 'A', 'Eelgrass'), row(3, 'B', 'Κύμα')]

describe('columns of the sheet', () => {
  const columns = [
    column('side', 'times'),
    column('title', 'identity'),
    column('featured', 'identity'),
    column('isrc', 'identity'),
    column('pLine', 'rights'),
    column('barcode', 'identity', true),
  ]
  it('shows a set with title and time, and no facts that only a release has', () => {
    expect(gridColumns(columns, 'identity')).toEqual(['title', 'featured', TIME, 'isrc'])
    expect(gridColumns(columns, 'rights')).toEqual(['title', TIME, 'pLine'])
    expect(gridColumns(columns, 'everything')).toEqual(['side', 'title', 'featured', TIME, 'isrc', 'pLine'])
  })
})

describe('places in the running order', () => {
  it('counts within a side, and plainly where there are none', () => {
    expect(rows.slice(1).map((each) => place(rows, each))).toEqual(['A1', 'A2', 'B1'])
    expect(place([row(1, null, 'Slack Water')], row(1, null, 'Slack Water'))).toBe('1')
  })
})

describe('the band of facts that only a release has', () => {
  const columns = [column('barcode', 'identity', true), column('cLine', 'rights', true), column('title', 'identity')]
  it('shows those of the set, and every one that a finding is about', () => {
    const keys = (set: 'identity' | 'rights', findings: FindingView[]) =>
      bandColumns(columns, set, findings, undefined).map((each) => each.key)
    expect(keys('identity', [])).toEqual(['barcode'])
    expect(keys('identity', [{ track: 0, column: 'cLine' } as FindingView])).toEqual(['barcode', 'cLine'])
    expect(keys('rights', [])).toEqual(['cLine'])
  })
})

describe('completion', () => {
  it('completes words of a list by their beginning, several where the fact takes several', () => {
    const genre = { ...column('genre', 'identity'), type: 'terms' }
    const way = completion(genre, ['Folk', 'Jazz', 'Choral'])
    expect(way.many).toBe(true)
    expect(way.find!('ja')).toEqual([{ text: 'Jazz' }])
    expect(completion(column('title', 'identity'), [])).toEqual({ many: false })
  })
})
