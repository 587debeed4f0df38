import type { CaptionTyped } from '../api/types'

/** A caption with everything said that it leaves as usual. */
export const usual = (caption: CaptionTyped): CaptionTyped => ({
  ...caption,
  per: caption.per ?? 'release',
  entered: caption.entered ?? 'pasted',
  date: caption.date ?? 'year-month-day',
  names: caption.names ?? 'as credited',
  list: caption.list ?? 'commas',
  time: caption.time ?? 'minutes:seconds',
  decimals: caption.decimals ?? 2,
  limit: caption.limit ?? 0,
  needed: caption.needed ?? false,
  words: caption.words ?? {},
})

/** What stands in the lines of a text, without those that are empty. */
export const linesOf = (text: string) =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)

/** “yes = 1; no = 0” */
export const wordsText = (words: CaptionTyped['words']) =>
  Object.entries(words ?? {})
    .map(([ours, theirs]) => `${ours} = ${theirs}`)
    .join('; ')

/** Reads {@link wordsText}; what has no sign of equality in it is left out. */
export function wordsOf(text: string): Record<string, string> {
  const words: Record<string, string> = {}
  for (const part of text.split(';')) {
    const at = part.indexOf('=')
    if (at > 0) words[part.slice(0, at).trim()] = part.slice(at + 1).trim()
  }
  return words
}
