/** Outlines of sound, as the server measured them: lowest, highest and loudness of equal stretches. */
export interface Outline {
  sampleRate: number
  step: number
  low: Int8Array
  high: Int8Array
  loud: Uint8Array
}

const kept = new Map<string, Promise<Outline | null>>()

export function outline(sha256: string): Promise<Outline | null> {
  let wanted = kept.get(sha256)
  if (!wanted) {
    wanted = load(sha256)
    kept.set(sha256, wanted)
    void wanted.then((found) => found ?? kept.delete(sha256))
  }
  return wanted
}

async function load(sha256: string): Promise<Outline | null> {
  try {
    const response = await fetch(`/api/files/${sha256}/waveform`)
    return response.ok ? read(await response.arrayBuffer()) : null
  } catch {
    return null
  }
}

/** 'wave', sample rate, samples a point, points; then one byte a point of each. */
export function read(bytes: ArrayBuffer): Outline | null {
  const head = new DataView(bytes)
  if (bytes.byteLength < 16 || head.getUint32(0) !== 0x77617665) return null
  const points = head.getUint32(12)
  if (bytes.byteLength < 16 + 3 * points) return null
  return {
    sampleRate: head.getUint32(4),
    step: head.getUint32(8),
    low: new Int8Array(bytes, 16, points),
    high: new Int8Array(bytes, 16 + points, points),
    loud: new Uint8Array(bytes, 16 + 2 * points, points),
  }
}

/** Lowest, highest and mean loudness (LUFS) between two seconds. */
export function between(of: Outline, from: number, to: number) {
  const first = Math.max(0, Math.floor((from * of.sampleRate) / of.step))
  const last = Math.min(of.low.length, Math.max(first + 1, Math.ceil((to * of.sampleRate) / of.step)))
  let low = 0
  let high = 0
  let loud = 0
  for (let i = first; i < last; i++) {
    low = Math.min(low, of.low[i]!)
    high = Math.max(high, of.high[i]!)
    loud += of.loud[i]!
  }
  return { low: low / 127, high: high / 127, lufs: last > first ? -loud / (last - first) : -70 }
}
