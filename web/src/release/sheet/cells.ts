import type { Column, FindingView, ReleaseView } from '../../api/types'
import type { Row } from '../rows'
import type { Suggestion } from '../../kit/TypeAhead.vue'
import { findWord } from '../../kit/words'
import { findPeople } from '../../people/find'

/** The column of the sheet that shows the master; it is measured, not typed. */
export const TIME = 'master'

export const SETS = ['identity', 'times', 'rights', 'sync', 'everything', 'own'] as const
export type ColumnSet = (typeof SETS)[number]

/** Columns of the grid for a set; title and time are in every one. */
export function gridColumns(columns: Column[], set: ColumnSet, own: string[] = []): string[] {
  const keys = columns
    .filter((column) => column.entity !== 'release')
    .filter(
      (column) =>
        set === 'everything' ||
        column.key === 'title' ||
        (set === 'own' ? own.includes(column.key) : column.set === set),
    )
    .map((column) => column.key)
  const after = Math.max(keys.indexOf('featured'), keys.indexOf('title'))
  return [...keys.slice(0, after + 1), TIME, ...keys.slice(after + 1)]
}

/** Facts that only a release has, those of a set first asked for, and any other that a finding is about. */
export function bandColumns(columns: Column[], set: ColumnSet, findings: FindingView[], at: string | undefined) {
  const found = new Set(findings.filter((finding) => finding.track === 0).map((finding) => finding.column))
  return columns
    .filter((column) => column.entity === 'release')
    .filter(
      (column) =>
        set === 'everything' ||
        column.set === (set === 'own' ? 'identity' : set) ||
        found.has(column.key) ||
        column.key === at,
    )
}

/** A1, B3, or the number where there are no sides. */
export function place(rows: Row[], row: Row): string {
  const side = row.cells.side?.value
  if (!side) return String(row.track)
  const same = rows.filter((each) => each.track > 0 && each.track <= row.track && each.cells.side?.value === side)
  return `${side}${same.length}`
}

/** Types whose values are codes with names: typed either way. */
const NAMED = new Set(['language', 'country', 'territories'])

/** Types of facts that name people. */
export const OF_PEOPLE = new Set(['names', 'credits', 'writers', 'publishers', 'participants', 'members'])

/** What a column's cells may be chosen from. */
export function wordsOf(view: ReleaseView, column: Column | undefined): string[] {
  if (!column) return []
  return column.words.length ? column.words : column.key === 'genre' ? view.genres : []
}

/** How a column completes what is typed: people looked up by the core, words by their beginning. */
export function completion(
  column: { type: string } | undefined,
  words: string[],
): { many: boolean; find?: (typed: string) => Suggestion[] | Promise<Suggestion[]> } {
  if (!column) return { many: false }
  if (OF_PEOPLE.has(column.type)) return { many: true, find: findPeople }
  if (NAMED.has(column.type)) return { many: false, find: (typed) => findWord(column.type, typed) }
  if (!words.length) return { many: false }
  return {
    many: column.type === 'terms',
    find: (typed) =>
      words.filter((word) => word.toLowerCase().startsWith(typed.toLowerCase())).map((text) => ({ text })),
  }
}

const WIDTHS: Record<string, number> = {
  side: 44,
  version: 96,
  artists: 100,
  featured: 104,
  [TIME]: 66,
  isrc: 136,
  iswc: 112,
  explicit: 60,
  language: 42,
  genre: 66,
  country: 58,
  tempo: 52,
  episode: 58,
  instrumental: 84,
  key: 66,
  gap: 72,
}
const USUAL = 106
const TITLE = 150

/** Width of a column in pixels; undefined for the title, which takes what is left. */
export const widthOf = (key: string) => (key === 'title' ? undefined : (WIDTHS[key] ?? USUAL))

/** What the grid needs at least; beyond it the sheet scrolls sideways. */
export const leastWidth = (shown: string[]) =>
  shown.reduce((sum, key) => sum + (widthOf(key) ?? TITLE), 34 /* the number */)
