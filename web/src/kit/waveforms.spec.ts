import { describe, expect, it } from 'vitest'
import { clock, exact } from './clock'
import { between, read } from './waveforms'

/** Two points of 512 samples at 1,024 Hz: half a second each. */
function bytes() {
  const made = new Uint8Array(16 + 6)
  made.set([0x77, 0x61, 0x76, 0x65])
  const head = new DataView(made.buffer)
  head.setUint32(4, 1024)
  head.setUint32(8, 512)
  head.setUint32(12, 2)
  made.set([-64 & 255, -127 & 255, 64, 127, 20, 10], 16)
  return made.buffer
}

describe('G6 The outline of sound', () => {
  it('is read from its bytes', () => {
    const outline = read(bytes())!
    expect(between(outline, 0, 0.5)).toEqual({ low: -64 / 127, high: 64 / 127, lufs: -20 })
    expect(between(outline, 0, 1)).toEqual({ low: -1, high: 1, lufs: -15 })
  })
  it('is refused when it is cut off or something else', () => {
    expect(read(bytes().slice(0, 18))).toBeNull()
    expect(read(new ArrayBuffer(40))).toBeNull()
  })
  it('has times as minutes and seconds', () => {
    expect(clock(0)).toBe('0:00')
    expect(clock(187.9)).toBe('3:07')
    expect(clock(3723)).toBe('1:02:03')
    expect(exact(48)).toBe('0:48')
    expect(exact(48.25)).toBe('0:48.250')
  })
})
