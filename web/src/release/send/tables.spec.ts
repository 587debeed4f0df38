import { describe, expect, it } from 'vitest'
import { cells } from './tables'

describe('a table that is shown', () => {
  it('is read as RFC 4180 says', () => {
    expect(cells('a,b\r\n"x, y","say ""hey"""\r\n')).toEqual([
      ['a', 'b'],
      ['x, y', 'say "hey"'],
    ])
  })
  it('keeps line breaks within quotes and a last line without an end', () => {
    expect(cells('"one\ntwo",3')).toEqual([['one\ntwo', '3']])
  })
})
