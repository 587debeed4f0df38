/** Asks the worker for checksums, so that the page stays quick. */
interface Asked {
  resolve: (hex: string) => void
  reject: (failure: Error) => void
  progress: (done: number) => void
}

let worker: Worker | null = null
let last = 0
const asked = new Map<number, Asked>()

export function checksum(file: File, progress: (done: number) => void): Promise<string> {
  worker ??= start()
  return new Promise((resolve, reject) => {
    const id = ++last
    asked.set(id, { resolve, reject, progress })
    worker!.postMessage({ id, file })
  })
}

function start() {
  const fresh = new Worker(new URL('./checksum.worker.ts', import.meta.url), { type: 'module' })
  fresh.onmessage = (event: MessageEvent<{ id: number; done?: number; hex?: string; failed?: string }>) => {
    const of = asked.get(event.data.id)
    if (!of) return
    if (event.data.done !== undefined) return of.progress(event.data.done)
    asked.delete(event.data.id)
    if (event.data.hex) of.resolve(event.data.hex)
    else of.reject(new Error(event.data.failed))
  }
  return fresh
}
