import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import type { ReleaseView } from '../../api/types'
import { announcements, server } from '../../testing/server'
import { eventually } from '../../testing/eventually'
import { useReleaseStore } from '../store'
import { useSheet } from './useSheet'

const column = (key: string, entity: string, set: string, onRelease = true) => ({
  key,
  entity,
  set,
  onRelease,
  name: key[0]!.toUpperCase() + key.slice(1),
  type: 'text',
  words: [],
})
const COLUMNS = [
  column('title', 'track', 'identity'),
  column('genre', 'track', 'identity'),
  column('isrc', 'recording', 'identity', false),
  column('tempo', 'recording', 'sync', false),
  column('barcode', 'release', 'identity'),
]
const row = (track: number, title: string) => ({
  track,
  trackId: track * 10,
  recordingId: track * 100,
  workId: track * 1000,
  master: { state: 'none' },
  cells: { title: { value: title, carried: false } },
})

beforeEach(() => {
  announcements()
  localStorage.clear()
  setActivePinia(createPinia())
})
afterEach(() => vi.unstubAllGlobals())

async function sheet() {
  const view = {
    tag: 'one',
    revision: 1,
    head: { id: 7 },
    columns: COLUMNS,
    rows: [row(0, 'Tidewrack Almanac'), row(1, 'Almanac'), row(2, 'Eelgrass'), row(3, 'Saltings')],
    findings: [],
    stack: {},
  } as unknown as ReleaseView
  const { heard } = server({ 'GET /api/releases/7': view, 'POST /api/releases/7/changes': () => new Promise(() => {}) })
  const release = useReleaseStore()
  await release.open(7)
  const of = useSheet(ref(undefined))
  const press = (key: string, more: object = {}) =>
    of.keys(new KeyboardEvent('keydown', { key, cancelable: true, ...more }))
  const sent = async () => {
    await flushPromises()
    await eventually(() => expect(heard.some((call) => call.method === 'POST')).toBe(true))
    return heard.find((call) => call.method === 'POST')!.body as { says: string; changes: { after: string | null }[] }
  }
  const clipboard = (type: string, text = '') => {
    let copied = ''
    const event = new Event(type, { cancelable: true }) as ClipboardEvent
    Object.assign(event, {
      clipboardData: { getData: () => text, setData: (_: string, value: string) => (copied = value) },
    })
    return { event, copied: () => copied }
  }
  return { of, release, press, sent, clipboard, heard }
}

describe('C1 The sheet and its keys', () => {
  it('writes a cell with its place in words', async () => {
    const { of, press, sent } = await sheet()
    of.go(2, 'title')
    press('F2')
    expect(of.editing.value).toBe('Eelgrass')
    of.editing.value = ' Eel Grass '
    of.save('enter')
    expect(of.at.value).toEqual({ row: 3, column: 'title' })
    expect(await sent()).toMatchObject({
      says: 'Title of track 2',
      changes: [{ before: 'Eelgrass', after: 'Eel Grass' }],
    })
  })
  it('writes where typing began when somebody else moves the tracks or changes the cell meanwhile', async () => {
    const { of, release, press, sent } = await sheet()
    of.go(2, 'title')
    press('F2')
    release.view = {
      ...release.view!,
      revision: 2,
      rows: [row(0, 'Tidewrack Almanac'), { ...row(3, 'Saltings'), track: 1 }, row(1, 'Almanac'), row(2, 'Hers')].map(
        (each, track) => ({ ...each, track }),
      ) as unknown as ReleaseView['rows'],
    }
    of.editing.value = 'Eel Grass'
    of.save('enter')
    // of the track as it was seen, so that the server can tell both values
    expect(await sent()).toMatchObject({
      says: 'Title of track 2',
      changes: [{ target: 20, before: 'Eelgrass', after: 'Eel Grass' }],
    })
  })
  it('writes one value into all that is chosen', async () => {
    const { of, press, sent } = await sheet()
    of.go(1, 'genre')
    press('ArrowDown', { shiftKey: true })
    press('ArrowDown', { shiftKey: true })
    press('F')
    of.editing.value = 'Folk'
    of.save('all')
    const { says, changes } = await sent()
    expect(says).toBe('Genre of 3 cells')
    expect(changes.map((each) => each.after)).toEqual(['Folk', 'Folk', 'Folk'])
  })
  it('fills down and empties', async () => {
    const { of, press, sent } = await sheet()
    of.go(1, 'title')
    press('ArrowDown', { shiftKey: true })
    press('d', { ctrlKey: true })
    expect(await sent()).toMatchObject({ says: 'Fill Title down', changes: [{ before: 'Eelgrass', after: 'Almanac' }] })
  })
  it('goes up into the facts of the release, and down again', async () => {
    const { of, press } = await sheet()
    of.go(0, 'title')
    press('ArrowUp')
    expect(of.at.value).toEqual({ row: 0, column: 'barcode' })
    press('ArrowDown')
    expect(of.at.value).toEqual({ row: 0, column: 'title' })
  })
  it('shows the set in which a column stands when somebody is sent there', async () => {
    const { of, press } = await sheet()
    expect(of.shown.value).not.toContain('tempo')
    of.go(1, 'tempo')
    expect(of.set.value).toBe('sync')
    expect(of.shown.value).toContain('tempo')
    press('ArrowLeft', { ctrlKey: true })
    expect(of.set.value).toBe('rights')
    expect(of.at.value).toEqual({ row: 1, column: 'title' })
  })
  it('moves and removes tracks as one edit of the order', async () => {
    const { of, press, sent } = await sheet()
    of.go(3, 'title')
    press('ArrowUp', { altKey: true })
    expect(of.at.value).toEqual({ row: 2, column: 'title' })
    expect(await sent()).toMatchObject({
      says: 'Move track 3 to 2',
      changes: [{ before: '10 20 30', after: '10 30 20' }],
    })
  })
  it('removes what is chosen', async () => {
    const { of, press, sent } = await sheet()
    of.go(2, 'title')
    press('ArrowDown', { shiftKey: true })
    of.remove()
    expect(await sent()).toMatchObject({ says: 'Remove tracks 2 to 3', changes: [{ after: '10' }] })
    expect(of.at.value).toBeNull()
  })
  it('copies as a table and pastes one, from its corner on', async () => {
    const { of, press, clipboard, sent } = await sheet()
    of.go(1, 'title')
    press('ArrowDown', { shiftKey: true })
    const copy = clipboard('copy')
    of.copy(copy.event)
    expect(copy.copied()).toBe('Almanac\nEelgrass')
    of.go(2, 'title')
    of.paste(clipboard('paste', 'Eelgrass\nGlasswort').event)
    expect(await sent()).toMatchObject({
      says: 'Paste Title',
      source: 'pasted',
      changes: [{ before: 'Saltings', after: 'Glasswort' }],
    })
  })
  it('keeps one’s own columns on this computer', async () => {
    const { of } = await sheet()
    of.keep(['isrc', 'tempo'])
    of.set.value = 'own'
    expect(of.shown.value).toEqual(['title', 'master', 'isrc', 'tempo'])
    expect((await sheet()).of.own.value).toEqual(['isrc', 'tempo'])
  })
})
