import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, ref } from 'vue'
import type { ReleaseView } from '../../api/types'
import { eventually } from '../../testing/eventually'
import { announcements, server, type Heard } from '../../testing/server'
import { useReleaseStore } from '../store'
import { useCredits } from './useCredits'

const VOICE = { detail: 'vocals', roles: ['vocals'], briefs: ['voc'], featured: false, main: true, as: null }
const line = (name: string, cells: object) => ({ id: 1, name, members: [], cells })
const board = (...lines: object[]) => ({
  revision: 1,
  lines,
  columns: [1, 2, 3, 4].map((track) => ({ track, title: `Track ${track}`, performers: 1, lacks: [] })),
  roles: ['vocals', 'violin', 'viola', 'guitar'],
})
const MATRIX = board(line('Mira Tollgate', { 2: VOICE }), line('Wanda Sleet', {}))

beforeEach(() => {
  announcements()
  setActivePinia(createPinia())
})
afterEach(() => vi.unstubAllGlobals())

async function credits(after: (heard: Heard) => unknown = () => MATRIX, now: () => unknown = () => MATRIX) {
  const release = { head: { id: 7 }, columns: [], rows: [], findings: [], revision: 1 } as unknown as ReleaseView
  const { heard } = server({
    'GET /api/releases/7': release,
    'GET /api/releases/7/credits': now,
    'POST /api/releases/7/credits': after,
  })
  await useReleaseStore().open(7)
  let of!: ReturnType<typeof useCredits>
  mount(
    defineComponent({
      setup() {
        of = useCredits(ref(undefined), () => {})
        return () => null
      },
    }),
  )
  await flushPromises()
  const press = (key: string, more: object = {}) =>
    of.keys(new KeyboardEvent('keydown', { key, cancelable: true, ...more }))
  const written = () => heard.filter((call) => call.method === 'POST').map((call) => call.body)
  return { of, press, written }
}

describe('C6 Who did what, with the keyboard', () => {
  it('says once what is lacking on several tracks', async () => {
    const lacks = [['Wanda Sleet has no legal name'], ['Wanda Sleet has no legal name', 'no country'], []]
    const columns = lacks.map((each, i) => ({ track: i + 1, title: `Track ${i + 1}`, performers: 1, lacks: each }))
    const { of } = await credits(undefined, () => ({ ...MATRIX, columns }))
    expect(of.lacking.value).toBe('Wanda Sleet has no legal name (tracks 1, 2); no country (track 2)')
  })
  it('tells three things that are lacking and counts the others', async () => {
    const columns = [{ track: 1, title: 'Track 1', performers: 1, lacks: ['a', 'b', 'c', 'd', 'e'] }]
    const { of } = await credits(undefined, () => ({ ...MATRIX, columns }))
    expect(of.lacking.value).toBe('a (track 1); b (track 1); c (track 1) and 2 more')
  })
  it('begins at the first name and the first track, and stays inside', async () => {
    const { of, press } = await credits()
    press('ArrowRight')
    expect(of.at.value).toEqual({ row: 0, column: '1' })
    press('ArrowLeft')
    press('ArrowUp')
    expect(of.at.value).toEqual({ row: 0, column: '1' })
    for (let i = 0; i < 9; i++) press('ArrowRight')
    expect(of.at.value).toEqual({ row: 0, column: '4' })
  })
  it('writes a role on all tracks that are chosen, at once', async () => {
    const { of, press, written } = await credits()
    of.go(1, '2')
    press('ArrowRight', { shiftKey: true })
    press('ArrowRight', { shiftKey: true })
    expect(of.tracks.value).toEqual([2, 3, 4])
    press('v')
    of.editing.value = 'violin'
    of.save('enter')
    await flushPromises()
    expect(written()).toEqual([{ name: 'Wanda Sleet', tracks: [2, 3, 4], detail: 'violin', featured: null, as: null }])
  })
  it('writes for whom it was typed when other names come in between', async () => {
    let now = MATRIX
    const { of, press, written } = await credits(undefined, () => now)
    of.go(1, '3')
    press('v')
    now = board(line('Adair Fenn', {}), line('Mira Tollgate', { 2: VOICE }), line('Wanda Sleet', {}))
    useReleaseStore().view = { ...useReleaseStore().view!, revision: 2 }
    await eventually(() => expect(of.lines.value).toHaveLength(3))
    of.editing.value = 'viola'
    of.save('enter')
    await flushPromises()
    expect(written()).toMatchObject([{ name: 'Wanda Sleet', tracks: [3], detail: 'viola' }])
  })
  it('writes nothing when nothing was changed', async () => {
    const { of, press, written } = await credits()
    of.go(0, '2')
    press('Enter')
    expect(of.editing.value).toBe('vocals')
    of.save('enter')
    await flushPromises()
    expect(written()).toEqual([])
    expect(of.at.value).toEqual({ row: 1, column: '2' })
  })
  it('writes what was being typed for whom it was typed when another name is clicked', async () => {
    const { of, press, written } = await credits()
    of.go(0, '1')
    press('g')
    of.editing.value = 'guitar'
    of.go(1, '3')
    await flushPromises()
    expect(written()).toMatchObject([{ name: 'Mira Tollgate', tracks: [1], detail: 'guitar' }])
    expect(of.at.value).toEqual({ row: 1, column: '3' })
  })
  it('spreads a credit to the tracks behind it, with all that was said', async () => {
    const { of, press, written } = await credits()
    of.go(0, '2')
    press('d', { ctrlKey: true })
    await flushPromises()
    expect(written()).toMatchObject([{ name: 'Mira Tollgate', tracks: [2, 3, 4], detail: 'vocals', as: '' }])
  })
  it('is pulled along by its corner, from the cell where the pull began, in either direction', async () => {
    const { of, written } = await credits()
    of.go(0, '2')
    expect(of.isCorner(0, '2')).toBe(true)
    of.pull()
    of.go(0, '1', true)
    expect(written()).toEqual([])
    dispatchEvent(new MouseEvent('mouseup'))
    await flushPromises()
    expect(written()).toMatchObject([{ name: 'Mira Tollgate', tracks: [1, 2], detail: 'vocals' }])
    // a click on the corner that goes nowhere changes nothing
    of.go(0, '2')
    of.pull()
    dispatchEvent(new MouseEvent('mouseup'))
    await flushPromises()
    expect(written()).toHaveLength(1)
  })
  it('credits under another name on every track where they are', async () => {
    const as = board(line('Mira Tollgate', { 1: { ...VOICE, as: 'M. Tollgate' }, 2: VOICE, 4: VOICE }))
    const { of, written } = await credits(
      () => as,
      () => as,
    )
    of.go(0, '1')
    await of.creditedEverywhere()
    expect(written()).toEqual([
      { name: 'Mira Tollgate', tracks: [1, 2, 4], detail: null, featured: null, as: 'M. Tollgate' },
    ])
  })
  it('features, and takes a credit away', async () => {
    const { of, press, written } = await credits()
    of.go(0, '2')
    press('.', { ctrlKey: true })
    press('Delete')
    await flushPromises()
    expect(written()).toEqual([
      { name: 'Mira Tollgate', tracks: [2], detail: null, featured: true, as: null },
      { name: 'Mira Tollgate', tracks: [2], detail: '', featured: null, as: null },
    ])
  })
  it('goes on with somebody who was added', async () => {
    const more = board(line('Mira Tollgate', { 2: VOICE }), line('Wanda Sleet', {}), line('Tobit Marrow', {}))
    const { of } = await credits(() => more)
    of.adding.value = ' Tobit Marrow '
    await of.add()
    expect(of.at.value).toEqual({ row: 2, column: '1' })
    expect(of.adding.value).toBe('')
  })
  it('completes the last of several roles', async () => {
    const { of } = await credits()
    expect(of.roles('vocals, vio').map((each) => each.text)).toEqual(['vocals, violin', 'vocals, viola'])
    expect(of.roles('vocals,')).toEqual([])
  })
  it('says why something was not written', async () => {
    const { of } = await credits(() => {
      throw new TypeError('gone')
    })
    of.go(0, '1')
    await of.creditedAs('M. Tollgate')
    expect(of.problem.value).toContain('cannot be reached')
  })
})
