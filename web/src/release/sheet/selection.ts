import type { Edit } from '../../api/types'
import type { Cell, Row } from '../rows'
import { size, type Span } from '../../kit/grid/span'

const lines = (rows: Row[], of: Span) => rows.slice(of.top, of.bottom + 1)

function edit(cell: Cell | undefined, after: string | null): Edit[] {
  if (!cell || (cell.value ?? null) === after) return []
  return [
    {
      entity: cell.entity,
      target: cell.target,
      field: cell.field,
      before: cell.value,
      after: after,
    },
  ]
}

/** A fact that several rows share, such as a recording's on two tracks, is written once. */
function once(edits: Edit[]): Edit[] {
  const seen = new Set<string>()
  return edits.filter((each) => {
    const key = `${each.field} ${each.target}`
    return !seen.has(key) && seen.add(key)
  })
}

/** One value in every cell; null empties them, or brings back what they carry. */
export const all = (rows: Row[], of: Span, value: string | null): Edit[] =>
  once(lines(rows, of).flatMap((row) => of.columns.flatMap((column) => edit(row.cells[column], value))))

/** The top row's values in all rows below it; for a single row, those of the row above. */
export function filled(rows: Row[], of: Span): Edit[] {
  const source = rows[of.top === of.bottom ? of.top - 1 : of.top]
  const below = of.top === of.bottom ? lines(rows, of) : lines(rows, of).slice(1)
  if (!source) return []
  return once(
    below.flatMap((row) =>
      of.columns.flatMap((column) =>
        source.cells[column] ? edit(row.cells[column], source.cells[column].value ?? null) : [],
      ),
    ),
  )
}

/** The cells as a spreadsheet program takes them: tabs between, quotes around what holds a tab, a quote or a line's end. */
export function asTable(rows: Row[], of: Span): string {
  return lines(rows, of)
    .map((row) => of.columns.map((column) => quoted(text(row, column))).join('\t'))
    .join('\n')
}

function text(row: Row, column: string): string {
  if (column === 'master') return row.master.time ?? ''
  const cell = row.cells[column]
  return cell?.value ?? cell?.shown ?? ''
}

const quoted = (value: string) => (/[\t\n"]/.test(value) ? `"${value.replaceAll('"', '""')}"` : value)

/** A table as a spreadsheet program copies it, in rows and cells. */
export function tableOf(text: string): string[][] {
  const plain = text.replace(/\r\n?/g, '\n').replace(/\n$/, '')
  const table: string[][] = [[]]
  const part = /(?:"((?:[^"]|"")*)"(?=[\t\n]|$)|([^\t\n]*))([\t\n]|$)/y
  while (part.lastIndex <= plain.length) {
    const found = part.exec(plain)
    if (!found) break
    table.at(-1)!.push((found[1]?.replaceAll('""', '"') ?? found[2] ?? '').trim())
    if (found[3] === '') break
    if (found[3] === '\n') table.push([])
  }
  return table
}

/**
 * A table pasted on a span: from its corner on, to the right and downwards; a single value, or a single row, goes into all
 * rows of the span. What has no place is left out.
 */
export function pasted(text: string, rows: Row[], shown: string[], of: Span): Edit[] {
  const table = tableOf(text)
  if (table.length === 1 && table[0]!.length === 1 && size(of) > 1) return all(rows, of, table[0]![0] || null)
  const first = shown.indexOf(of.columns[0]!)
  const columns = first < 0 ? of.columns : shown.slice(first)
  const height = table.length === 1 ? of.bottom - of.top + 1 : table.length
  const edits: Edit[] = []
  for (let down = 0; down < height; down++)
    table[table.length === 1 ? 0 : down]!.forEach((value, right) =>
      edits.push(...edit(rows[of.top + down]?.cells[columns[right] ?? ''], value || null)),
    )
  return once(edits)
}
