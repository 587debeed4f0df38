import { mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it } from 'vitest'
import type { RoleChoice, ShareLine } from '../../api/types'
import ShareTable from './ShareTable.vue'

const ROLES = [
  { code: 'CA', name: 'composer and author' },
  { code: 'C', name: 'composer' },
] as unknown as RoleChoice[]
const line = (name: string, performing: string | null, publisher = '') =>
  ({ name, role: 'CA', performing, mechanical: performing, publisher, note: '' }) as unknown as ShareLine

beforeEach(() => sessionStorage.clear())

function table(lines: ShareLine[], more: object = {}) {
  return mount(ShareTable, {
    props: { lines, roles: ROLES, via: true, readOnly: false, label: 'Writers', fact: 'work.writers 4', ...more },
  })
}
const inputs = (shown: ReturnType<typeof table>, row: number) => shown.findAll('tbody tr')[row]!.findAll('input')
const written = (shown: ReturnType<typeof table>) => shown.emitted('write')?.at(-1)?.[0]

describe('C12 Shares of a work', () => {
  it('has a line for everybody and one more to go on with', () => {
    expect(table([line('Mira Tollgate', '50.00')]).findAll('tbody tr')).toHaveLength(2)
    expect(table([line('Mira Tollgate', '50.00')], { readOnly: true }).findAll('tbody tr')).toHaveLength(1)
  })
  it('writes all lines as one fact, in one move', async () => {
    const shown = table([line('Joss Amberley', '50.00'), line('Ines Quillon', '50.00', 'Low Lock Music')])
    const [, performing] = inputs(shown, 0)
    await performing!.setValue('40')
    await performing!.trigger('change')
    expect(written(shown)).toEqual([
      { name: 'Joss Amberley', role: 'CA', performing: '40', mechanical: '50.00', publisher: '' },
      { name: 'Ines Quillon', role: 'CA', performing: '50.00', mechanical: '50.00', publisher: 'Low Lock Music' },
    ])
  })
  it('names no publisher where lines have none', async () => {
    const shown = table([line('Low Lock Music', '50.00', 'somebody')], { via: false })
    const [, performing] = inputs(shown, 0)
    await performing!.setValue('25')
    await performing!.trigger('change')
    expect(written(shown)).toEqual([
      { name: 'Low Lock Music', role: 'CA', performing: '25', mechanical: '50.00', publisher: null },
    ])
  })
  it('empties the fact when the last line goes', async () => {
    const shown = table([line('Joss Amberley', '100.00')])
    await shown.find('tbody tr button').trigger('click')
    expect(written(shown)).toEqual([])
  })
  it('keeps a half-typed line when something comes from the server, and over a reload', async () => {
    const shown = table([line('Joss Amberley', '50.00')])
    const [, performing] = inputs(shown, 1)
    await performing!.setValue('50')
    await performing!.trigger('change')
    await shown.setProps({ lines: [line('Joss Amberley', '50.00'), line('Ines Quillon', null)] })
    const values = (of: typeof shown) =>
      of.findAll('tbody tr').map((row) => row.findAll('input').map((each) => each.element.value)[1])
    expect(values(shown)).toEqual(['50.00', '', '50', ''])
    shown.unmount()
    expect(values(table([line('Joss Amberley', '50.00')]))).toEqual(['50.00', '50', ''])
  })
  it('changes nothing for readers', () => {
    const shown = table([line('Joss Amberley', '50.00')], { readOnly: true })
    expect(shown.findAll('tbody button')).toHaveLength(0)
  })
})
