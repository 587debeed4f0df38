import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import CopyLines from './CopyLines.vue'

const line = (
  fact: string,
  container: string,
  id: string,
  state: string,
  now: string[] = [],
  planned: string[] = [],
) => ({
  fact,
  container,
  id,
  state,
  now,
  planned,
})
const lines = [
  line('Title with version', 'ID3v2', 'TIT2', 'REPLACED', ['final mix 3'], ['Almanac']),
  line('Artists', 'ID3v2', 'TPE1', 'SAME', ['Mira Tollgate'], ['Mira Tollgate']),
  line('TENC', 'ID3v2', 'TENC', 'FOREIGN', ['somebody']),
  line('COMM', 'ID3v2', 'COMM', 'REMOVED', ['draft']),
  line('ISRC', 'RIFF INFO', '', 'CANNOT'),
  line('Barcode', 'RIFF INFO', '', 'CANNOT'),
]

describe('the comparison before writing', () => {
  it('shows differences only, until all is asked for', async () => {
    const shown = mount(CopyLines, { props: { lines } })
    expect(shown.findAll('tbody tr')).toHaveLength(3)
    await shown.find('button').trigger('click')
    expect(shown.findAll('tbody tr')).toHaveLength(4)
  })
  it('says in words what happens to each entry', () => {
    const rows = mount(CopyLines, { props: { lines } })
      .findAll('tbody tr')
      .map((row) => row.findAll('td').map((cell) => cell.text()))
    expect(rows[0]).toEqual(['Title with version', 'ID3v2 TIT2', 'final mix 3', 'Almanac', 'to be replaced'])
    expect(rows[1]).toEqual(['TENC', 'ID3v2 TENC', 'somebody', 'somebody', 'foreign, kept'])
    expect(rows[2]![4]).toBe('to be removed')
  })
  it('gathers what a container cannot hold', () => {
    expect(mount(CopyLines, { props: { lines } }).text()).toContain('RIFF INFO cannot hold: ISRC, Barcode.')
  })
})
