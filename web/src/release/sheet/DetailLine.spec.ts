import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Column, FindingView } from '../../api/types'
import type { Cell } from '../rows'
import DetailLine from './DetailLine.vue'

const isrc = { key: 'isrc', name: 'ISRC', type: 'isrc', help: 'One recording, one code.' } as Column
const empty = { value: null, shown: null, carried: false } as unknown as Cell
const finding = {
  id: 'f',
  weight: 'stop',
  says: '“Wrack Line” has no ISRC.',
  reason: 'Its income cannot be traced.',
  fix: 'Allocate',
  preview: null,
} as unknown as FindingView
const line = (more: object) =>
  mount(DetailLine, {
    props: {
      track: 8,
      name: 'ISRC',
      column: isrc,
      cell: empty,
      findings: [],
      more: '',
      cells: 1,
      readOnly: false,
      ...more,
    },
  })

describe('the detail line', () => {
  it('says what is wrong, why it matters, and offers the safe fix', async () => {
    const shown = line({ findings: [finding] })
    expect(shown.text()).toContain('ISRC · track 8')
    expect(shown.text()).toContain('“Wrack Line” has no ISRC. Its income cannot be traced.')
    await shown.find('button').trigger('click')
    expect(shown.emitted('fix')).toEqual([['f']])
  })
  it('offers no change to somebody who may only read', () => {
    expect(
      line({ findings: [finding], readOnly: true })
        .find('button')
        .exists(),
    ).toBe(false)
    expect(line({ readOnly: true }).find('button').exists()).toBe(false)
  })
  it('offers the next code where there is none and nothing is wrong', async () => {
    const shown = line({})
    expect(shown.text()).toContain('One recording, one code.')
    await shown.find('button').trigger('click')
    expect(shown.emitted('allocate')).toHaveLength(1)
  })
  it('says where a carried value comes from', () => {
    const cell = { value: null, shown: 'Mira Tollgate', carried: true } as unknown as Cell
    expect(line({ cell, column: { ...isrc, type: 'names' } }).text()).toContain(
      'Carried from the release: Mira Tollgate.',
    )
  })
})
