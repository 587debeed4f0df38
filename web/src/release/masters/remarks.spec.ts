import { describe, expect, it } from 'vitest'
import type { SoundFileView } from '../../api/types'
import { remarks } from './remarks'

const HEARD = { rangeLu: 5, bpm: null, key: null, clippings: 0, lossyAbove: null, remarks: [] as string[] }
const said = (file: object, heard: object = {}) =>
  remarks({
    clippings: [],
    headSilence: 0,
    tailSilence: 0,
    rests: [],
    heard: { ...HEARD, ...heard },
    ...file,
  } as unknown as SoundFileView).map((each) => `${each.sign} ${each.says}`)

describe('G6 What an outline draws, in words', () => {
  it('names clipping with its first places, and how many there are of all', () => {
    expect(said({ clippings: [12] }, { clippings: 1 })).toEqual(['risk clipped in 1 place: 0:12'])
    expect(said({ clippings: [12, 45, 61, 70] }, { clippings: 240 })).toEqual([
      'risk clipped in 240 places: 0:12, 0:45, 1:01…',
    ])
  })
  it('names what a lossy codec has left out', () => {
    expect(said({}, { lossyAbove: 16_012 })).toEqual(['risk possibly from a lossy source: nothing above 16.0 kHz'])
  })
  it('names silence where somebody would hear it, and nothing where all is well', () => {
    expect(said({ headSilence: 0.52, tailSilence: 2, rests: [{ at: 63.2, seconds: 4.1 }] })).toEqual([
      'note 0.5 s of silence at the start',
      'note 4.1 s of silence at 1:03',
      'note 2.0 s of silence at the end',
    ])
    expect(said({ headSilence: 0.02, tailSilence: 0.09 })).toEqual([])
    expect(said({}, { remarks: ['both channels are the same'] })).toEqual(['note both channels are the same'])
  })
})
