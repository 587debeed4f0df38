import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Row } from '../rows'
import RunningStrip from './RunningStrip.vue'

const track = (number: number, milliseconds: number, side = '', envelope = [10, 90, 40]) =>
  ({
    track: number,
    trackId: number * 10,
    master: { state: milliseconds ? 'whole' : 'none', milliseconds, time: milliseconds ? '1:00' : null, envelope },
    cells: { title: { shown: `Song ${number}` }, side: { value: side || null } },
  }) as unknown as Row
const strip = (rows: Row[], readOnly = false) => mount(RunningStrip, { props: { rows, at: 0, readOnly } })
const widths = (rows: Row[]) =>
  strip(rows)
    .findAll('.block')
    .map((block) => Number(/calc\(([\d.]+)%/.exec(block.attributes('style')!)![1]))

describe('the running strip', () => {
  it('draws each track as wide as it is long', () => {
    const [short, long] = widths([track(1, 60_000), track(2, 180_000)])
    expect(short! + long!).toBeCloseTo(100)
    expect(long! / short!).toBeCloseTo(3)
  })
  it('leaves a gap between sides and says how long each is', () => {
    const rows = [track(1, 60_000, 'A'), track(2, 60_000, 'B'), track(3, 65_000, 'B')]
    expect(widths(rows).reduce((sum, each) => sum + each, 0)).toBeCloseTo(100 - 1.4)
    expect(
      strip(rows)
        .findAll('.side')
        .map((side) => side.text()),
    ).toEqual(['side A 1:00', 'side B 2:05'])
  })
  it('draws the silence in front of a track to time', () => {
    const rows = [track(1, 60_000), track(2, 60_000)]
    rows[1]!.cells.gap = { value: '0:30' } as Row['cells'][string]
    const [first, second] = widths(rows)
    // 60 + 30 + 60 seconds
    expect(first).toBeCloseTo(40)
    expect(second).toBeCloseTo(40)
  })
  it('gives a track without sound a hatched place and says so', () => {
    const block = strip([track(1, 60_000), track(2, 0, '', [])]).findAll('.block')[1]!
    expect(block.classes()).toContain('none')
    expect(block.attributes('aria-label')).toBe('Track 2, Song 2, no master')
  })
  it('says which track was picked', async () => {
    const shown = strip([track(1, 60_000), track(2, 60_000)])
    await shown.findAll('.block')[1]!.trigger('click')
    expect(shown.emitted('pick')).toEqual([[2]])
  })
  it('moves a dragged track to where it is dropped, and does not for a reader', async () => {
    const shown = strip([track(1, 60_000), track(2, 60_000)])
    await shown.findAll('.block')[0]!.trigger('dragstart')
    await shown.findAll('.block')[1]!.trigger('drop')
    expect(shown.emitted('move')).toEqual([[0, 1]])
    expect(
      strip([track(1, 1)], true)
        .find('.block')
        .attributes('draggable'),
    ).toBe('false')
  })
  it('stays drawn for a two-hundred-track release', () => {
    const rows = Array.from({ length: 200 }, (_, i) => track(i + 1, 30_000 + i))
    expect(widths(rows).reduce((sum, each) => sum + each, 0)).toBeCloseTo(100)
  })
})
