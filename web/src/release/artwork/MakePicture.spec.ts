import { afterEach, describe, expect, it, vi } from 'vitest'
import { eventually } from '../../testing/eventually'
import { screen } from '../../testing/screen'
import MakePicture from './MakePicture.vue'

const asked = (destination: string, min: number, max: number, made: object | null, fails: string[] = []) => ({
  destination,
  name: destination,
  minPixels: min,
  maxPixels: max,
  maxBytes: 10_000_000,
  formats: ['JPEG', 'PNG'],
  rgb: true,
  square: true,
  fails,
  readiness: fails.length ? 'stop' : 'ready',
  made,
})
const small = { side: 1400, bytes: 300_000, square: false }
const open = (asks: object[], size = 3000, routes = {}) =>
  screen(MakePicture, routes, {
    props: {
      release: 7,
      view: { sha256: 'c'.repeat(64), width: size, height: size, bytes: 1_900_000, asks },
      crop: null,
      busy: false,
    },
  })
type Open = Awaited<ReturnType<typeof open>>
const lines = ({ shown }: Open) =>
  shown.findAll('[role=radiogroup] .row').map((each) => each.text().replace(/\s+/g, ' ').trim())
afterEach(() => vi.unstubAllGlobals())

describe('K6 Another picture made from the front cover', () => {
  it('is offered as destinations need it, those that need the same together, and says for whom it is then too small', async () => {
    const at = await open([
      asked('Hearthcast', 1400, 3000, small, ['bytes']),
      asked('Driftcast', 1400, 3000, small, ['bytes']),
      asked('Lumenfold', 3000, 6000, null),
    ])
    expect(lines(at)).toEqual([
      'for Hearthcast, Driftcast: 1,400 px, under 300 kB then too small for Lumenfold',
      'other',
    ])
    expect(at.shown.find('.own').exists()).toBe(false)
  })
  it('is asked of the server in the figures of the choice', async () => {
    // as JSON a text has two bytes more
    const picture = 'x'.repeat(298_998)
    const at = await open([asked('Hearthcast', 1400, 3000, small, ['bytes'])], 3000, {
      'GET /api/releases/7/artwork/derived': picture,
    })
    vi.stubGlobal('URL', Object.assign(URL, { createObjectURL: () => 'blob:seen', revokeObjectURL: () => undefined }))
    await at.button('Preview').trigger('click')
    await eventually(() => expect(at.shown.find('figcaption').text()).toBe('299 kB'))
    expect(at.heard.at(-1)!.path).toContain('side=1400&bytes=300000')
    await at.button('Use as front cover').trigger('click')
    expect(at.shown.emitted('make')).toEqual([
      [{ x: 0, y: 0, size: 0, side: 1400, bytes: 300_000, says: 'Front cover resized' }],
    ])
  })
  it('asks for a square where one is needed', async () => {
    const at = await open([asked('Lumenfold', 3000, 6000, { side: 0, bytes: 10_000_000, square: true }, ['square'])])
    expect(lines(at)[0]).toBe('for Lumenfold: square, same size')
    expect(at.shown.emitted('crop')).toHaveLength(1)
  })
  it('keeps figures of one’s own behind “other”', async () => {
    const at = await open([asked('Hearthcast', 1400, 3000, small, ['bytes'])])
    await at.shown.findAll('input[type=radio]')[1]!.setValue()
    expect(at.shown.findAll('.own input')).toHaveLength(2)
  })
  it('is not asked for where every destination takes the cover as it is, nor where it is too small', async () => {
    const none = await open([asked('Lumenfold', 3000, 6000, null)])
    expect(none.shown.text()).toContain('Every destination accepts the cover as it is.')
    expect(none.button('Preview')).toBeUndefined()
    await none.shown.find('input[type=radio]').setValue()
    expect(none.shown.findAll('.own input')).toHaveLength(2)
    expect(none.button('Preview')).toBeDefined()
    const small = await open([asked('Lumenfold', 3000, 6000, null, ['pixels'])], 1400)
    expect(small.shown.text()).toContain('Lumenfold needs a larger picture')
  })
})
