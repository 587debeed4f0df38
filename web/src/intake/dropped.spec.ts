import { describe, expect, it } from 'vitest'
import { dropped, picked } from './dropped'

function file(name: string, path = '') {
  const made = new File(['x'], name)
  Object.defineProperty(made, 'webkitRelativePath', { value: path })
  return made
}
const fileEntry = (name: string) => ({
  isFile: true,
  isDirectory: false,
  name,
  file: (done: (file: File) => void) => done(file(name)),
})
/** Gives its entries in two portions, as browsers do with large folders. */
const folderEntry = (name: string, inside: unknown[]) => ({
  isFile: false,
  isDirectory: true,
  name,
  createReader: () => {
    const left = [inside.slice(0, 1), inside.slice(1), []]
    return { readEntries: (done: (some: unknown[]) => void) => done(left.shift() ?? []) }
  },
})
const transfer = (entries: unknown[], files: File[] = []) =>
  ({ items: entries.map((entry) => ({ webkitGetAsEntry: () => entry })), files }) as unknown as DataTransfer

describe('G1 What was dropped', () => {
  it('opens folders within folders and remembers where each file lay', async () => {
    const found = await dropped(
      transfer([
        folderEntry('Tidewrack', [fileEntry('01.wav'), folderEntry('Texts', [fileEntry('a.txt'), fileEntry('b.txt')])]),
        fileEntry('cover.jpg'),
      ]),
    )
    expect(found.map((each) => `${each.folder}|${each.file.name}`)).toEqual([
      'Tidewrack|01.wav',
      'Tidewrack/Texts|a.txt',
      'Tidewrack/Texts|b.txt',
      '|cover.jpg',
    ])
  })

  it('leaves out what operating systems put into folders', async () => {
    const found = await dropped(transfer([folderEntry('T', [fileEntry('.DS_Store'), fileEntry('Thumbs.db')])]))
    expect(found).toEqual([])
  })

  it('takes single files as they are', async () => {
    expect((await dropped(transfer([], [file('a.wav')]))).map((each) => each.file.name)).toEqual(['a.wav'])
  })

  it('reads folders from a picker', () => {
    const list = [file('01.wav', 'Tidewrack/masters/01.wav'), file('.x', 'Tidewrack/.x')] as unknown as FileList
    expect(picked(list).map((each) => each.folder)).toEqual(['Tidewrack/masters'])
  })
})
