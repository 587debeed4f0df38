import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import type * as tus from 'tus-js-client'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { Refused, server } from '../testing/server'
import { checksum } from './checksum'
import { useUploads } from './uploads'

const { Way } = vi.hoisted(() => {
  /** Stands for the way to the server, which takes its time and breaks off: what a test says has happened has happened. */
  class Way {
    static all: Way[] = []
    static before: object[] = []
    started = 0
    aborted: (boolean | undefined)[] = []
    resumed: object | null = null
    constructor(
      readonly file: File,
      readonly options: tus.UploadOptions,
    ) {
      Way.all.push(this)
    }
    findPreviousUploads = () => Promise.resolve(Way.before)
    resumeFromPreviousUpload = (of: object) => (this.resumed = of)
    start = () => this.started++
    abort = (remove?: boolean) => {
      this.aborted.push(remove)
      return Promise.resolve()
    }
    /** The last piece is there; what the server made of the file travels with the answer. */
    arrives(received: object) {
      const said = btoa(String.fromCharCode(...new TextEncoder().encode(JSON.stringify(received))))
      const response = { getHeader: (name: string) => (name === 'Entrada-Received' ? said : undefined) }
      void this.options.onAfterResponse!(null as never, response as never)
      this.options.onSuccess!({} as never)
    }
  }
  return { Way }
})
vi.mock('tus-js-client', () => ({ Upload: Way }))
vi.mock('./checksum', () => ({ checksum: vi.fn() }))

const file = (name: string, bytes = 10) => ({ file: new File(['x'.repeat(bytes)], name), folder: 'Saltings' })
const received = { kind: 'audio', bytes: 10, place: 'track 3', known: false, says: 'WAV, stereo, 3:07' }

beforeEach(() => {
  setActivePinia(createPinia())
  Way.all = []
  Way.before = []
  vi.mocked(checksum).mockImplementation(async (of: File) => `sum of ${of.name}`)
})

describe('G1 Uploads in', () => {
  it('are not sent when the server has the same bytes already', async () => {
    const { heard } = server({ 'POST /api/intake/known': { ...received, known: true } })
    const uploads = useUploads()
    uploads.add([file('03 Saltings.wav')], 7, 43)
    await flushPromises()
    expect(heard[0]!.body).toEqual({
      sha256: 'sum of 03 Saltings.wav',
      name: '03 Saltings.wav',
      folder: 'Saltings',
      release: 7,
      track: 43,
    })
    expect(Way.all).toHaveLength(0)
    expect(uploads.uploads[0]).toMatchObject({ state: 'done', here: 10 })
    expect(uploads.uploads[0]!.says).toBe('Now track 3. An identical file was received before. WAV, stereo, 3:07')
    expect(uploads.share).toBe(1)
  })
  it('go three at a time, and say of what is there how much it is', async () => {
    server({ 'POST /api/intake/known': null })
    const uploads = useUploads()
    uploads.add(['1.wav', '2.wav', '3.wav', '4.wav'].map((name) => file(name)))
    await flushPromises()
    expect(Way.all.map((way) => way.started)).toEqual([1, 1, 1])
    expect(uploads.uploads.map((each) => each.state)).toEqual(['going', 'going', 'going', 'waiting'])
    Way.all[0]!.options.onProgress!(4, 10)
    expect(uploads.share).toBe(0.1)
    Way.all[0]!.arrives({ ...received, place: '' })
    await flushPromises()
    expect(Way.all).toHaveLength(4)
    expect(uploads.uploads[0]!.says).toBe('In the intake. WAV, stereo, 3:07')
  })
  it('go on where they were when they are dropped again', async () => {
    server({ 'POST /api/intake/known': null })
    Way.before = [{ uploadUrl: '/api/uploads/9' }]
    useUploads().add([file('1.wav')], 7, 0)
    await flushPromises()
    expect(Way.all[0]!.resumed).toEqual({ uploadUrl: '/api/uploads/9' })
    await expect(Way.all[0]!.options.fingerprint!(null as never, null as never)).resolves.toBe(
      'entrada:sum of 1.wav:7:0',
    )
  })
  it('stop for a while, and go on', async () => {
    server({ 'POST /api/intake/known': null })
    const uploads = useUploads()
    uploads.add([file('1.wav'), file('2.wav')])
    await flushPromises()
    uploads.pause()
    expect(uploads.paused).toBe(true)
    expect(Way.all.map((way) => way.aborted)).toEqual([[undefined], [undefined]])
    uploads.resume()
    await flushPromises()
    expect(uploads.uploads.map((each) => each.state)).toEqual(['going', 'going'])
    expect(Way.all).toHaveLength(4)
  })
  it('that are given up are removed from the server', async () => {
    server({ 'POST /api/intake/known': null })
    const uploads = useUploads()
    uploads.add([file('1.wav')])
    await flushPromises()
    uploads.cancelAll()
    expect(Way.all[0]!.aborted).toEqual([true])
    expect(uploads.uploads).toHaveLength(0)
  })
  it('that are given up while they are still read reach nobody', async () => {
    let read!: (sha256: string) => void
    vi.mocked(checksum).mockImplementation(() => new Promise((resolve) => (read = resolve)))
    const { heard } = server({ 'POST /api/intake/known': received })
    const uploads = useUploads()
    uploads.add([file('1.wav')], 7, 43)
    uploads.cancel(uploads.uploads[0]!)
    read('sum')
    await flushPromises()
    expect(heard).toEqual([])
    expect(Way.all).toHaveLength(0)
  })
  it('that were paused and taken up again while they were read are sent once', async () => {
    const reads: ((sha256: string) => void)[] = []
    vi.mocked(checksum).mockImplementation(() => new Promise((resolve) => reads.push(resolve)))
    const { heard } = server({ 'POST /api/intake/known': null })
    const uploads = useUploads()
    uploads.add([file('1.wav')])
    uploads.pause()
    uploads.resume()
    reads.forEach((read) => read('sum'))
    await flushPromises()
    expect(heard).toHaveLength(1)
    expect(Way.all).toHaveLength(1)
  })
  it('say in the server’s own words why one is not taken; the others go on', async () => {
    const refuse = new Refused(507, 'disk-full', 'The disk is full. Nothing that was received is lost.')
    server({
      'POST /api/intake/known': (call: { body: { name: string } }) => (call.body.name === '1.wav' ? refuse : null),
    })
    const uploads = useUploads()
    uploads.add([file('1.wav'), file('2.wav')])
    await flushPromises()
    expect(uploads.uploads[0]).toMatchObject({ state: 'wrong', says: refuse.detail })
    expect(uploads.uploads[1]!.state).toBe('going')
    const body = JSON.stringify({ detail: 'The file is larger than 4 GB.' })
    Way.all[0]!.options.onError!({ originalResponse: { getBody: () => body } } as never)
    expect(uploads.uploads[1]!.says).toBe('The file is larger than 4 GB.')
  })
  it('say what is safe when the server went away', async () => {
    server({ 'POST /api/intake/known': null })
    const uploads = useUploads()
    uploads.add([file('1.wav')])
    await flushPromises()
    Way.all[0]!.options.onError!(new Error('connection reset'))
    expect(uploads.uploads[0]!.says).toContain('What has arrived is kept')
  })
  it('that hold nothing of use are told as wrong, and stay until they are closed', async () => {
    server({ 'POST /api/intake/known': null })
    const uploads = useUploads()
    uploads.add([file('notes.exe')], 7)
    await flushPromises()
    Way.all[0]!.arrives({ kind: 'other', bytes: 10, place: '', known: false, says: 'Neither sound nor picture.' })
    expect(uploads.uploads[0]).toMatchObject({ state: 'wrong', says: 'Neither sound nor picture.' })
    uploads.add([file('1.wav')])
    expect(uploads.uploads.map((each) => each.name)).toEqual(['notes.exe', '1.wav'])
    uploads.close(uploads.uploads[0]!)
    expect(uploads.uploads.map((each) => each.name)).toEqual(['1.wav'])
  })
})
