import { beforeEach, describe, expect, it } from 'vitest'
import { ref } from 'vue'
import type { Spot } from './span'
import { useGrid } from './useGrid'

const COLUMNS = ['title', 'version', 'isrc']
const at = ref<Spot | null>(null)
let written: string[] = []
let readOnly = false

const spot = () => at.value && `${at.value.row}.${at.value.column}`

/** Three columns, four rows; what is written is noted with the cell in which typing began. */
function grid(along = false) {
  at.value = null
  written = []
  readOnly = false
  return useGrid(ref(undefined), at, {
    columns: () => COLUMNS,
    next: (from, down, right) => ({
      row: Math.max(0, Math.min(3, from.row + down)),
      column: COLUMNS[Math.max(0, Math.min(2, COLUMNS.indexOf(from.column) + right))]!,
    }),
    first: () => ({ row: 0, column: 'title' }),
    along,
    opened: () => ({ place: spot(), text: 'Almanac' }),
    write: (text, into, place) => written.push(`${place} ${into}: ${text}`),
    empty: () => written.push('empty'),
    fill: () => written.push('fill'),
    readOnly: () => readOnly,
    own: (event) => event.key === 'F9',
  })
}
const key = (name: string, more: object = {}) => new KeyboardEvent('keydown', { key: name, cancelable: true, ...more })

describe('P2 A grid and its keys', () => {
  let of = grid()
  beforeEach(() => (of = grid()))
  function press(name: string, more: object = {}) {
    const event = key(name, more)
    of.keys(event)
    return event.defaultPrevented
  }

  it('begins at the first cell, walks with the arrows and stays inside', () => {
    expect(press('ArrowRight')).toBe(true)
    expect(spot()).toBe('0.title')
    press('ArrowDown')
    press('ArrowRight')
    expect(spot()).toBe('1.version')
    press('ArrowUp')
    press('ArrowUp')
    expect(spot()).toBe('0.version')
  })
  it('leaves the grid by Tab only at its edge', () => {
    of.go(1, 'version')
    expect(press('Tab')).toBe(true)
    expect(spot()).toBe('1.isrc')
    expect(press('Tab')).toBe(false)
    expect(press('Tab', { shiftKey: true })).toBe(true)
    expect(spot()).toBe('1.version')
  })
  it('stretches a selection with Shift and lets go of it with Escape', () => {
    of.go(1, 'title')
    press('ArrowDown', { shiftKey: true })
    press('ArrowRight', { shiftKey: true })
    expect(of.chosen.value).toEqual({ top: 1, bottom: 2, columns: ['title', 'version'] })
    expect(of.cellProps(1, 'version')['aria-selected']).toBe(true)
    press('Escape')
    expect(of.chosen.value).toEqual({ top: 2, bottom: 2, columns: ['version'] })
  })
  it('keeps a selection in its line where lines do not mix', () => {
    of = grid(true)
    of.go(1, 'title')
    of.go(1, 'isrc', true)
    expect(of.chosen.value?.columns).toEqual(COLUMNS)
    of.go(2, 'isrc', true)
    expect(of.chosen.value).toEqual({ top: 2, bottom: 2, columns: ['isrc'] })
  })
  it('writes once, and goes on downwards or sideways', () => {
    of.go(1, 'title')
    press('K')
    expect(of.editing.value).toBe('K')
    of.editing.value = ' Knot '
    of.save('enter')
    of.save('blur')
    expect(written).toEqual(['1.title cell: Knot'])
    expect(spot()).toBe('2.title')
    press('Enter')
    expect(of.editing.value).toBe('Almanac')
    of.save('back')
    expect(spot()).toBe('2.title')
  })
  it('writes what is being typed into its own cell when another one is clicked', () => {
    of.go(1, 'title')
    press('F2')
    of.editing.value = 'Eelgrass'
    of.cellProps(3, 'isrc').onMousedown(new MouseEvent('mousedown'))
    expect(written).toEqual(['1.title cell: Eelgrass'])
    expect(spot()).toBe('3.isrc')
    expect(of.editing.value).toBeNull()
  })
  it('forgets what was typed on leaving, and lets keys be while something is typed', () => {
    of.go(1, 'title')
    press('F2')
    expect(press('Delete')).toBe(false)
    of.editing.value = 'something else'
    of.leave()
    of.save('blur')
    expect(written).toEqual([])
  })
  it('opens, empties and fills nothing for readers', () => {
    of.go(1, 'title')
    readOnly = true
    for (const [name, more] of [
      ['F2', {}],
      ['Delete', {}],
      ['d', { ctrlKey: true }],
      ['K', {}],
    ] as const)
      press(name, more)
    expect(written).toEqual([])
    expect(of.editing.value).toBeNull()
  })
  it('asks the grid’s own keys first', () => {
    expect(press('F9')).toBe(true)
    expect(press('F8')).toBe(false)
  })
  it('says which cell is meant and how many there are', () => {
    of.go(2, 'version')
    expect(of.active.value).toBe(of.cellProps(2, 'version').id)
    expect(of.tableProps(4)).toEqual({ role: 'grid', 'aria-rowcount': 5, 'aria-colcount': 4 })
    expect(of.cellProps(2, 'version')['aria-colindex']).toBe(3)
  })
})
