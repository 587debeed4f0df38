import { describe, expect, it } from 'vitest'
import type { Cell, Column, FindingView, Row } from '../../api/types'
import { findingAt, gridColumns, pasted, place, TIME } from './cells'

const column = (key: string, set: string, releaseOnly = false) =>
  ({ key, name: key, set, type: 'text', words: [], help: '', releaseOnly }) as Column
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

describe('a block pasted from a spreadsheet', () => {
  it('changes the cells to the right and below and nothing else', () => {
    const edits = pasted('Almanac\tRadio Edit\r\nSaltings\t\r\n', rows, ['title', TIME, 'version'], {
      row: 1,
      column: 'title',
    })
    // the measured time takes nothing, an unchanged title is no edit
    expect(edits).toEqual([
      { entity: 'track', target: 20, field: 'track.title', before: 'Eelgrass', after: 'Saltings' },
    ])
    expect(pasted('Live', rows, ['title', 'version'], { row: 3, column: 'version' })).toEqual([
      { entity: 'track', target: 30, field: 'track.version', before: null, after: 'Live' },
    ])
  })
  it('leaves out what would fall beside the sheet', () => {
    expect(pasted('a\tb\tc\nd', rows, ['title'], { row: 3, column: 'title' })).toHaveLength(1)
  })
})

describe('findings in their cells', () => {
  it('stand at row and column', () => {
    const finding = { track: 3, column: 'title', weight: 'stop' } as FindingView
    expect(findingAt([finding], 3, 'title')).toBe(finding)
    expect(findingAt([finding], 2, 'title')).toBeUndefined()
  })
})
