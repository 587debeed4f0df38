import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { FindingView } from '../../api/types'
import type { Cell } from '../rows'
import SheetCell from './SheetCell.vue'

const carried = { value: null, shown: 'Mira Tollgate', carried: true } as unknown as Cell
const own = { value: 'Petra Vann', shown: 'Petra Vann', carried: false } as unknown as Cell
const cell = (more: object) =>
  mount(SheetCell, {
    props: { cell: own, column: undefined, finding: undefined, here: false, editing: null, words: [], ...more },
    attachTo: document.body,
  })

describe('a cell of the sheet', () => {
  it('shows a carried value as a repeat mark, and in words to those who hear it', () => {
    const shown = cell({ cell: carried })
    expect(shown.find('svg.carried').exists()).toBe(true)
    expect(shown.text()).toContain('Mira Tollgate, carried from the release')
  })
  it('shows the carried value itself under the cursor', () => {
    expect(cell({ cell: carried, here: true }).find('.text').text()).toBe('Mira Tollgate')
  })
  it('says its finding beside the mark', () => {
    const finding = { weight: 'stop', says: 'Track 1 has no title.' } as FindingView
    expect(cell({ finding }).text()).toContain('stop: Track 1 has no title.')
  })
  it('tells what is typed as it is typed, and how it ends', async () => {
    const editing = cell({ editing: 'Petra Vann', here: true })
    const input = editing.find('input')
    await input.setValue('Mira Tollgate')
    await input.trigger('keydown', { key: 'Enter' })
    expect(editing.emitted('update:editing')).toEqual([['Mira Tollgate']])
    expect(editing.emitted('save')).toEqual([['enter']])
  })
  it('leaves everything as it was on Escape', async () => {
    const editing = cell({ editing: 'Petra Vann', here: true })
    await editing.find('input').trigger('keydown', { key: 'Escape' })
    expect(editing.emitted('leave')).toHaveLength(1)
    expect(editing.emitted('save')).toBeUndefined()
  })
})
