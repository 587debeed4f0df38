/** SHA-256 of a file, piece by piece: the browser's own function wants all of it in memory at once. */
import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'

const PIECE = 4 << 20

onmessage = async (event: MessageEvent<{ id: number; file: File }>) => {
  const { id, file } = event.data
  try {
    const digest = sha256.create()
    for (let at = 0; at < file.size; at += PIECE) {
      digest.update(new Uint8Array(await file.slice(at, at + PIECE).arrayBuffer()))
      postMessage({ id, done: Math.min(file.size, at + PIECE) })
    }
    postMessage({ id, hex: bytesToHex(digest.digest()) })
  } catch (failure) {
    postMessage({ id, failed: String((failure as Error).message ?? failure) })
  }
}
