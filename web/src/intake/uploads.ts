import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import * as tus from 'tus-js-client'
import { api, got, token } from '../api/client'
import type { Received } from '../api/types'
import { checksum } from './checksum'
import type { Found } from './dropped'

/** A file on its way in. */
export interface Upload {
  key: number
  name: string
  folder: string
  release: number
  bytes: number
  /** Bytes that are there, counted by the server. */
  here: number
  state: 'waiting' | 'reading' | 'going' | 'paused' | 'done' | 'wrong'
  says: string
}

const AT_ONCE = 3
const PIECE = 16 << 20

/**
 * Uploads in. Each is read once for its checksum; what the server has already is not sent again. The rest goes in
 * pieces, and goes on after a broken connection, or when the same file is dropped again after the page was closed.
 */
export const useUploads = defineStore('uploads', () => {
  const uploads = ref<Upload[]>([])
  const files = new Map<number, { file: File; track: number; turn: number; going?: tus.Upload }>()
  let last = 0

  const open = computed(() => uploads.value.filter((upload) => !['done', 'wrong'].includes(upload.state)))
  const paused = computed(() => open.value.length > 0 && open.value.every((upload) => upload.state === 'paused'))
  const share = computed(() => {
    const total = uploads.value.reduce((sum, upload) => sum + upload.bytes, 0)
    return total ? uploads.value.reduce((sum, upload) => sum + upload.here, 0) / total : 1
  })

  /** Takes files in for a release and track, or with 0 for the intake. */
  function add(found: Found[], release = 0, track = 0) {
    if (!open.value.length) uploads.value = uploads.value.filter((old) => old.state === 'wrong')
    for (const { file, folder } of found) {
      const key = ++last
      files.set(key, { file, track, turn: 0 })
      uploads.value.push({
        key,
        name: file.name,
        folder,
        release,
        bytes: file.size,
        here: 0,
        state: 'waiting',
        says: '',
      })
    }
    next()
  }

  function next() {
    while (uploads.value.filter((upload) => ['reading', 'going'].includes(upload.state)).length < AT_ONCE) {
      const upload = uploads.value.find((each) => each.state === 'waiting')
      if (!upload) return
      void take(upload)
    }
  }

  async function take(upload: Upload) {
    const of = files.get(upload.key)!
    const turn = ++of.turn
    // given up, or paused and taken up again, while something was waited for
    const over = () => files.get(upload.key)?.turn !== turn || upload.state !== 'reading'
    upload.state = 'reading'
    try {
      const sha256 = await checksum(of.file, () => {})
      if (over()) return
      const known = await got(
        api.POST('/api/intake/known', {
          body: {
            sha256,
            name: upload.name,
            folder: upload.folder,
            release: upload.release,
            track: of.track,
          },
        }),
      )
      if (known) end(upload, known)
      else if (!over()) send(upload, of.file, of.track, sha256)
    } catch (failure) {
      if (!over()) wrong(upload, (failure as Error).message)
    }
  }

  function send(upload: Upload, file: File, track: number, sha256: string) {
    upload.state = 'going'
    const going = new tus.Upload(file, {
      endpoint: '/api/uploads',
      chunkSize: PIECE,
      retryDelays: [500, 2000, 5000, 10_000, 20_000, 40_000],
      metadata: {
        name: upload.name,
        folder: upload.folder,
        release: String(upload.release),
        track: String(track),
        sha256,
      },
      // one memory for a file and what it is for: dropped again it goes on where it was
      fingerprint: () => Promise.resolve(['entrada', sha256, upload.release, track].join(':')),
      removeFingerprintOnSuccess: true,
      onBeforeRequest: (request) => request.setHeader('X-XSRF-TOKEN', token()),
      onAfterResponse: (_, response) => {
        const said = response.getHeader('Entrada-Received')
        if (said) end(upload, JSON.parse(new TextDecoder().decode(fromBase64(said))) as Received)
      },
      onProgress: (sent) => (upload.here = sent),
      onError: (failure) => wrong(upload, says(failure)),
      onSuccess: () => upload.state === 'going' && end(upload, null),
    })
    files.get(upload.key)!.going = going
    void going.findPreviousUploads().then((before) => {
      if (before[0]) going.resumeFromPreviousUpload(before[0])
      if (upload.state === 'going') going.start()
    })
  }

  function fromBase64(text: string) {
    return Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0))
  }

  function says(failure: Error | tus.DetailedError) {
    const body = 'originalResponse' in failure ? failure.originalResponse?.getBody() : undefined
    try {
      return String((JSON.parse(body ?? '') as { detail: string }).detail)
    } catch {
      return 'The server cannot be reached. What has arrived is kept; drop the file again to continue.'
    }
  }

  function end(upload: Upload, received: Received | null) {
    upload.here = upload.bytes
    upload.state = received && (received.kind === 'other' || received.bytes === 0) ? 'wrong' : 'done'
    if (received)
      upload.says =
        (received.place
          ? `Now ${received.place}. `
          : upload.state === 'wrong'
            ? ''
            : upload.release
              ? 'Save as a loose file. '
              : 'In the intake. ') +
        (received.known ? 'An identical file was received before. ' : '') +
        received.says
    files.delete(upload.key)
    next()
  }

  function wrong(upload: Upload, why: string) {
    upload.state = 'wrong'
    upload.says = why
    next()
  }

  function pause() {
    for (const upload of open.value) {
      void files.get(upload.key)?.going?.abort()
      upload.state = 'paused'
    }
  }

  function resume() {
    for (const upload of open.value) if (upload.state === 'paused') upload.state = 'waiting'
    next()
  }

  /** Gives a file up: what has come of it is removed. */
  function cancel(upload: Upload) {
    void files
      .get(upload.key)
      ?.going?.abort(true)
      .catch(() => {})
    files.delete(upload.key)
    uploads.value = uploads.value.filter((each) => each.key !== upload.key)
    next()
  }

  function cancelAll() {
    for (const upload of [...open.value]) cancel(upload)
  }

  function close(upload: Upload) {
    uploads.value = uploads.value.filter((each) => each.key !== upload.key)
  }

  return { uploads, open, paused, share, add, pause, resume, cancel, cancelAll, close }
})
