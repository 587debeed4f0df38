import { describe, expect, it } from 'vitest'
import { hexLines } from './hex'

describe('G2 Bytes beside their reading', () => {
  it('shows letters where bytes are letters', () => {
    expect(hexLines('5449543200004b', 4)).toEqual(['54 49 54 32  TIT2', '00 00 4b  ··K'])
  })
  it('of nothing shows nothing', () => expect(hexLines('', 8)).toEqual([]))
})
