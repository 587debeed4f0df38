import type { SheetEntry } from '../api/types'

/** Whether there is anything to do for a caption: a value to paste, to choose or to tick. */
export const asks = (entry: SheetEntry) => entry.value !== '' && !(entry.entered === 'TICKED' && entry.value === 'no')

/** The next caption that is not in the form yet: behind a place, else from the beginning; -1 when all are. */
export function next(entries: SheetEntry[], behind: number): number {
  const open = (entry: SheetEntry) => asks(entry) && !entry.copied
  const later = entries.findIndex((entry, i) => i > behind && open(entry))
  return later >= 0 ? later : entries.findIndex(open)
}

/** Where somebody was: behind the last caption that is in the form. */
export function begin(entries: SheetEntry[]): number {
  let last = -1
  entries.forEach((entry, i) => {
    if (entry.copied) last = i
  })
  return Math.max(0, next(entries, last))
}

/** How many captions of a part are in the form, of how many. */
export function done(entries: SheetEntry[], track: number): string {
  const part = entries.filter((entry) => entry.track === track && asks(entry))
  return `${part.filter((entry) => entry.copied).length}/${part.length}`
}
