import { describe, expect, it } from 'vitest'
import type { Row } from '../rows'
import { size, span } from '../../kit/grid/span'
import { all, asTable, filled, pasted, tableOf } from './selection'

const row = (track: number, values: Record<string, string | null>) =>
  ({
    track,
    master: { time: '3:07' },
    cells: Object.fromEntries(
      Object.entries(values).map(([key, value]) => [
        key,
        { entity: 'track', target: track * 10, field: `track.${key}`, value, shown: value, carried: false },
      ]),
    ),
  }) as unknown as Row
const rows = [
  row(0, { title: 'Tidewrack Almanac', genre: 'Folk' }),
  row(1, { title: 'Almanac', version: null, genre: 'Song' }),
  row(2, { title: 'Eelgrass', version: 'Live', genre: null }),
  row(3, { title: 'Κύμα', version: null, genre: null }),
]
const shown = ['title', 'version', 'master', 'genre']

describe('a selection', () => {
  it('is the rectangle between two corners, whichever came first', () => {
    expect(span({ row: 3, column: 'genre' }, { row: 1, column: 'version' }, shown)).toEqual({
      top: 1,
      bottom: 3,
      columns: ['version', 'master', 'genre'],
    })
    expect(size(span({ row: 1, column: 'title' }, { row: 3, column: 'version' }, shown))).toBe(6)
  })
  it('of a fact in the band above the grid is that one', () => {
    expect(span({ row: 0, column: 'barcode' }, null, shown).columns).toEqual(['barcode'])
  })
})

describe('one field over many rows', () => {
  const genres = span({ row: 1, column: 'genre' }, { row: 3, column: 'genre' }, shown)
  it('takes one value and touches nothing else', () => {
    expect(all(rows, genres, 'Song').map((edit) => [edit.target, edit.before, edit.after])).toEqual([
      [20, null, 'Song'],
      [30, null, 'Song'],
    ])
  })
  it('is filled from its top row, or from the row above', () => {
    expect(filled(rows, genres).map((edit) => [edit.target, edit.after])).toEqual([
      [20, 'Song'],
      [30, 'Song'],
    ])
    const one = span({ row: 2, column: 'genre' }, null, shown)
    expect(filled(rows, one)).toMatchObject([{ target: 20, before: null, after: 'Song' }])
  })
  it('writes a fact that two rows share once', () => {
    const twice = [rows[0]!, rows[1]!, rows[1]!]
    expect(all(twice, span({ row: 1, column: 'genre' }, { row: 2, column: 'genre' }, shown), 'Jazz')).toHaveLength(1)
  })
})

describe('a table to and from a spreadsheet', () => {
  it('goes out with its measured times', () => {
    expect(asTable(rows, span({ row: 1, column: 'title' }, { row: 2, column: 'master' }, shown))).toBe(
      'Almanac\t\t3:07\nEelgrass\tLive\t3:07',
    )
  })
  it('keeps tabs, quotes and ends of lines within a cell', () => {
    const odd = [row(0, {}), row(1, { title: 'a\t"b"\nc' })]
    const copied = asTable(odd, span({ row: 1, column: 'title' }, null, shown))
    expect(copied).toBe('"a\t""b""\nc"')
    expect(tableOf(copied + '\r\n')).toEqual([['a\t"b"\nc']])
  })
  it('has its empty cells', () => {
    expect(tableOf('a\t\tb\n\tc\t')).toEqual([
      ['a', '', 'b'],
      ['', 'c', ''],
    ])
  })
  it('comes in from its corner on, and what falls beside the sheet is left out', () => {
    const at = span({ row: 2, column: 'title' }, null, shown)
    expect(pasted('Saltings\t\r\nΚύμα\tLive\r\nToo far\r\n', rows, shown, at)).toEqual([
      { entity: 'track', target: 20, field: 'track.title', before: 'Eelgrass', after: 'Saltings' },
      { entity: 'track', target: 20, field: 'track.version', before: 'Live', after: null },
      { entity: 'track', target: 30, field: 'track.version', before: null, after: 'Live' },
    ])
  })
  it('fills the whole selection when it is a single value or a single row', () => {
    const versions = span({ row: 1, column: 'version' }, { row: 3, column: 'version' }, shown)
    expect(pasted('Demo', rows, shown, versions)).toHaveLength(3)
    expect(pasted('Demo\t9:99\tJazz', rows, shown, versions).map((edit) => edit.field)).toEqual(
      Array(3).fill(['track.version', 'track.genre']).flat(),
    )
  })
})
