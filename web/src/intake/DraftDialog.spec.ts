import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { Refused } from '../testing/server'
import { DIALOG, screen } from '../testing/screen'
import DraftDialog from './DraftDialog.vue'

const track = (number: number, title: string, more: object = {}) => ({
  number,
  file: `sum ${number}`,
  name: `0${number} ${title}.wav`,
  time: '3:07',
  title,
  version: '',
  featured: '',
  artists: '',
  source: 'ID3',
  others: [],
  reuses: null,
  ...more,
})
const DRAFT = {
  title: { value: 'Towpath Songs', source: 'ID3 of 9 files' },
  artists: { value: 'Mira Tollgate', source: '' },
  kind: 'album',
  tracks: [
    track(1, 'Low Bridge', { version: 'Live', featured: 'Petra Vann' }),
    track(2, 'Almanac', { reuses: '“Almanac” on Tidewrack Almanac' }),
    track(3, ''),
  ],
  others: [{ name: 'cover.jpg', goes: 'front cover' }],
}
const MAKE = 'POST /api/intake/release'
const dialog = (routes: Record<string, unknown>) =>
  screen(
    DraftDialog,
    { 'POST /api/intake/draft': DRAFT, ...routes },
    {
      props: { files: ['a', 'b'] },
      stubs: DIALOG,
    },
  )
afterEach(() => vi.unstubAllGlobals())

describe('G2 A release as the files suggest it', () => {
  it('says of what it read where that stood, and of what nobody said that nobody did', async () => {
    const { shown, heard } = await dialog({})
    expect(heard.find((call) => call.path === '/api/intake/draft')!.body).toEqual({ files: ['a', 'b'] })
    const facts = shown.findAll('.facts label').map((each) => each.text())
    expect(facts[0]).toContain('ID3 of 9 files')
    expect(facts[1]).toContain('not in the files')
    expect(facts[2]).toContain('3 tracks')
  })
  it('shows titles, versions, features and what is known already', async () => {
    const { shown } = await dialog({})
    const rows = shown.findAll('tbody tr').map((each) => each.text())
    expect(rows[0]).toContain('Low Bridge (Live)')
    expect(rows[0]).toContain('feat. Petra Vann')
    expect(rows[1]).toContain('known: “Almanac” on Tidewrack Almanac; recording and ISRC are reused')
    expect(rows[2]).toContain('untitled')
    expect(shown.text()).toContain('cover.jpg')
  })
  it('is made as it was changed here, and leads to its masters', async () => {
    const { shown, posts, router } = await dialog({ [MAKE]: { id: 31 } })
    const [title] = shown.findAll('.facts input')
    await title!.setValue('Towpath Songs, Remastered')
    await shown.find('.facts select').setValue('compilation')
    await shown.find('.dialog-end .btn-primary').trigger('click')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({
      files: ['a', 'b'],
      title: 'Towpath Songs, Remastered',
      artists: 'Mira Tollgate',
      kind: 'compilation',
    })
    expect(router.currentRoute.value.path).toBe('/releases/31/masters')
  })
  it('is not made of files without sound', async () => {
    const { shown } = await dialog({ 'POST /api/intake/draft': { ...DRAFT, tracks: [] } })
    expect(shown.find('.dialog-end .btn-primary').attributes('disabled')).toBeDefined()
  })
  it('can be made once more when it could not be made, with what was typed', async () => {
    const says = 'One of these files is on a release meanwhile. Nothing was made.'
    const { shown } = await dialog({ [MAKE]: new Refused(409, 'taken', says) })
    await shown.findAll('.facts input')[0]!.setValue('Towpath')
    await shown.find('.dialog-end .btn-primary').trigger('click')
    await flushPromises()
    expect(shown.text()).toContain(says)
    expect((shown.findAll('.facts input')[0]!.element as HTMLInputElement).value).toBe('Towpath')
    expect(shown.find('.dialog-end .btn-primary').attributes('disabled')).toBeUndefined()
  })
})
