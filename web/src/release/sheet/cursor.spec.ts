import { describe, expect, it } from 'vitest'
import { next } from './cursor'

const BAND = ['label', 'barcode', 'kind', 'date', 'cLine']
const LINE = ['title', 'version', 'isrc']
const from = (row: number, column: string, down: number, right: number) =>
  Object.values(next({ row, column }, down, right, BAND, LINE, 4)).join(' ')

describe('P2 The walk of the cursor', () => {
  it('stays within the grid', () => {
    expect(from(3, 'title', 1, 0)).toBe('3 title')
    expect(from(1, 'isrc', 0, 1)).toBe('1 isrc')
    expect(from(1, 'title', 0, 1)).toBe('1 version')
  })
  it('goes from the release’s row up into the band and back', () => {
    expect(from(0, 'version', -1, 0)).toBe('0 cLine')
    expect(from(0, 'cLine', 1, 0)).toBe('0 title')
    expect(from(0, 'label', 1, 0)).toBe('0 cLine')
    expect(from(0, 'barcode', -1, 0)).toBe('0 barcode')
  })
})
