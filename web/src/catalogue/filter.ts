import type { CatalogueColumn } from '../api/types'
import type { Suggestion } from '../kit/TypeAhead.vue'

/** Parts of a filter, at commas that stand in no quotation; as the server takes them apart. */
export function partsOf(find: string): string[] {
  const parts: string[] = []
  let quoted = false
  let part = ''
  for (const sign of find) {
    if (/["“”]/.test(sign)) quoted = !quoted
    if (sign === ',' && !quoted) {
      parts.push(part)
      part = ''
    } else part += sign
  }
  return [...parts, part].map((each) => each.trim()).filter(Boolean)
}

/** A column's name as it is put into a filter. */
export const word = (column: CatalogueColumn) => column.name.toLowerCase().replace(/\.$/, '')

/** A value of a column as a part of a filter: just this. */
export const part = (column: CatalogueColumn, value: string) =>
  column.scale === 'text' ? `${word(column)} "${value.replaceAll('"', '')}"` : `${word(column)} ${value}`

/** What a half-typed part may become: a column, what it takes, or one of its values. */
export async function proposals(
  typed: string,
  columns: CatalogueColumn[],
  values: (column: CatalogueColumn) => Promise<string[]>,
): Promise<Suggestion[]> {
  const lower = typed.toLowerCase()
  const [, before, rest] = /^(not |without |with )?(.*)$/.exec(lower)!
  const lead = before ?? ''
  const named = columns
    .filter((column) => rest!.startsWith(word(column) + ' '))
    .sort((one, other) => word(other).length - word(one).length)[0]
  if (named && !lead.startsWith('with')) {
    if (named.scale !== 'text') return []
    const wanted = rest!.slice(word(named).length + 1).replace(/^"/, '')
    return (await values(named))
      .filter((value) => value.toLowerCase().includes(wanted))
      .map((value) => ({ text: (lead.startsWith('not') ? 'not ' : '') + part(named, value) }))
  }
  const fitting = columns.filter((column) => word(column).startsWith(rest!))
  if (lead.startsWith('with')) return fitting.map((column) => ({ text: lead + word(column) }))
  return [
    ...['without', 'with', 'not']
      .filter((each) => !lead && each.startsWith(lower))
      .map((each) => ({ text: each + ' ' })),
    ...fitting.map((column) => ({ text: `${lead}${word(column)} `, more: TAKES[column.scale] })),
  ]
}

const TAKES: Record<string, string> = {
  text: '…',
  number: '2019 to 2021, over 120',
  date: '2021, before 2020, since 2019-05',
  time: 'over 6:00, 2:00 to 4:00',
}

/** A column as it stands in the address: its key, and behind a colon its width in pixels where somebody has set one. */
interface ShownColumn {
  key: string
  width: number | null
}
const shownOf = (text: string): ShownColumn[] =>
  text.split(',').map((each) => {
    const [key = '', width] = each.split(':')
    return { key, width: width && /^\d{2,4}$/.test(width) ? bounded(Number(width)) : null }
  })
const textOf = (shown: ShownColumn[]) =>
  shown.map(({ key, width }) => (width === null ? key : `${key}:${width}`)).join(',')

/** A column can be made so narrow and so wide, in pixels. */
export const bounded = (width: number) => Math.max(40, Math.min(900, Math.round(width)))

/** Keys of columns with commas between them, those that are not there left out. */
export const keysOf = (text: string, columns: CatalogueColumn[]) =>
  shownOf(text)
    .map((each) => each.key)
    .filter((key) => columns.some((column) => column.key === key))

/** Keys that are not of any column. */
export const goneOf = (text: string, columns: CatalogueColumn[]) =>
  shownOf(text)
    .map((each) => each.key)
    .filter((key) => !columns.some((column) => column.key === key))

/** Widths that somebody has set, in pixels, by key. */
export const widthsOf = (text: string): Record<string, number> =>
  Object.fromEntries(shownOf(text).flatMap(({ key, width }) => (width === null ? [] : [[key, width]])))

/** The same columns, one of them with another width; null for the usual one. */
export const withWidth = (text: string, of: string, width: number | null) =>
  textOf(shownOf(text).map((each) => (each.key === of ? { key: of, width } : each)))

/** Other columns; those that were there keep their widths. */
export const withKeys = (text: string, keys: string[]) =>
  textOf(keys.map((key) => shownOf(text).find((each) => each.key === key) ?? { key, width: null }))

/** Which subject shows which columns until somebody chooses others. */
export const USUAL: Record<string, string> = {
  recordings: 'title,version,artists,release,year,time,isrc',
  releases: 'title,artists,kind,releaseDate,catalogueNumber,barcode,tracks,finding',
  works: 'workTitle,writers,publishers,iswc,release,year',
}

export interface Order {
  key: string
  down: boolean
}
export const ordersOf = (sort: string): Order[] =>
  sort
    .split(',')
    .filter(Boolean)
    .map((each) => ({ key: each.replace(/^-/, ''), down: each.startsWith('-') }))

/**
 * The order after a click on a column's name: upward, downward, then as it was; beside the others when they are kept.
 */
export function sorted(sort: string, key: string, beside: boolean): string {
  const orders = ordersOf(sort)
  const now = orders.find((order) => order.key === key)
  const next = now ? (now.down ? null : { key, down: true }) : { key, down: false }
  const others = beside ? orders.filter((order) => order.key !== key) : []
  const all = now && beside ? orders.flatMap((order) => (order.key === key ? (next ?? []) : order)) : [...others, next]
  return all
    .filter((order) => order !== null)
    .map((order) => (order.down ? '-' : '') + order.key)
    .join(',')
}
