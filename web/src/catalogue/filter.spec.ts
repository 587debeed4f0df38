import { goneOf, keysOf, part, partsOf, proposals, sorted, widthsOf, withKeys, withWidth } from './filter'
import { describe, expect, it } from 'vitest'
import type { CatalogueColumn } from '../api/types'

const column = (key: string, name: string, scale = 'text') =>
  ({
    key,
    name,
    scale,
    entity: null,
    field: null,
    type: null,
    words: [],
    help: null,
    several: false,
  }) as CatalogueColumn
const COLUMNS = [
  column('title', 'Title'),
  column('artists', 'Artists'),
  column('isrc', 'ISRC'),
  column('year', 'Year', 'number'),
  column('releaseDate', 'Release date', 'date'),
  column('release', 'Release'),
]
const texts = async (typed: string, values: string[] = []) =>
  (await proposals(typed, COLUMNS, () => Promise.resolve(values))).map((each) => each.text)

describe('F4 Columns of choice, in the address', () => {
  const columns = ['title', 'artists', 'year'].map((key) => ({ key })) as never[]
  it('have a width behind a colon where somebody has set one', () => {
    expect(keysOf('title:240,artists,barnacles:90', columns)).toEqual(['title', 'artists'])
    expect(goneOf('title:240,artists,barnacles:90', columns)).toEqual(['barnacles'])
    expect(widthsOf('title:240,artists,year:9999')).toEqual({ title: 240, year: 900 })
    expect(widthsOf('title:wide,artists:-3')).toEqual({})
  })
  it('keep theirs when another is made wider, taken away or added', () => {
    expect(withWidth('title:240,artists', 'artists', 130)).toBe('title:240,artists:130')
    expect(withWidth('title:240,artists', 'title', null)).toBe('title,artists')
    expect(withKeys('title:240,artists', ['artists', 'title', 'year'])).toBe('artists,title:240,year')
  })
})

describe('F4 A filter in plain words', () => {
  it('has its parts at commas that stand in no quotation', () => {
    expect(partsOf('without isrc, artists "Sedge, Rook" ,, year 2019')).toEqual([
      'without isrc',
      'artists "Sedge, Rook"',
      'year 2019',
    ])
    expect(partsOf(' , ')).toEqual([])
  })
  it('takes a value of a column to the letter, a number as it is', () => {
    expect(part(COLUMNS[1]!, 'Dray "Sunny" Sunniva')).toBe('artists "Dray Sunny Sunniva"')
    expect(part(COLUMNS[3]!, '2021')).toBe('year 2021')
  })
  it('proposes columns, and what may stand behind them', async () => {
    expect(await texts('ye')).toEqual(['year '])
    expect(await texts('rel')).toEqual(['release date ', 'release '])
    expect(await texts('with')).toEqual(['without ', 'with '])
    expect(await texts('without is')).toEqual(['without isrc'])
    expect(await texts('not ar')).toEqual(['not artists '])
  })
  it('proposes the values that are there', async () => {
    const there = ['Odd Lantern Quartet', 'Mira Tollgate']
    expect(await texts('artists toll', there)).toEqual(['artists "Mira Tollgate"'])
    expect(await texts('not artists toll', there)).toEqual(['not artists "Mira Tollgate"'])
    expect(await texts('year 20', there)).toEqual([])
    // the longer name of two that begin alike
    expect(await texts('release date 2021', there)).toEqual([])
  })
})

describe('F4 The order of the table', () => {
  it('goes upward, downward and back to its own at a click', () => {
    expect(sorted('', 'year', false)).toBe('year')
    expect(sorted('year', 'year', false)).toBe('-year')
    expect(sorted('-year', 'year', false)).toBe('')
    expect(sorted('year', 'title', false)).toBe('title')
  })
  it('keeps the columns before it, with Shift', () => {
    expect(sorted('year', 'title', true)).toBe('year,title')
    expect(sorted('year,title', 'year', true)).toBe('-year,title')
    expect(sorted('-year,title', 'year', true)).toBe('title')
  })
  it('leaves out columns that are gone', () => {
    expect(keysOf('title,barnacles,isrc', COLUMNS)).toEqual(['title', 'isrc'])
  })
})
