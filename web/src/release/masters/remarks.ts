import type { SoundFileView } from '../../api/types'
import { clock } from '../../kit/clock'

/** Seconds of silence from which on it is said; below it every recording has some. */
const SAID = 0.1
/** So many places of clipping are written; the outline shows all. */
const WRITTEN = 3

export interface Remark {
  sign: 'risk' | 'note'
  says: string
}

/** What the outline draws, in words: clipping, traces of a lossy codec, silence. */
export function remarks(file: SoundFileView): Remark[] {
  const all: Remark[] = []
  const add = (sign: Remark['sign'], says: string) => all.push({ sign, says })
  const clipped = file.heard?.clippings ?? 0
  if (clipped) {
    const at = file.clippings.slice(0, WRITTEN).map((each) => clock(each))
    add(
      'risk',
      `clipped in ${clipped} ${clipped === 1 ? 'place' : 'places'}: ${at.join(', ')}${clipped > WRITTEN ? '…' : ''}`,
    )
  }
  if (file.heard?.lossyAbove)
    add('risk', `possibly from a lossy source: nothing above ${(file.heard.lossyAbove / 1000).toFixed(1)} kHz`)
  if (file.headSilence >= SAID) add('note', `${file.headSilence.toFixed(1)} s of silence at the start`)
  for (const rest of file.rests) add('note', `${rest.seconds.toFixed(1)} s of silence at ${clock(rest.at)}`)
  if (file.tailSilence >= SAID) add('note', `${file.tailSilence.toFixed(1)} s of silence at the end`)
  for (const each of file.heard?.remarks ?? []) add('note', each)
  return all
}
