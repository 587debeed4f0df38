import type { Column, Edit, FindingView, Row, ReleaseView } from '../../api/types'

/** The column of the sheet that shows the master; it is measured, not typed. */
export const TIME = 'master'

export type ColumnSet = 'identity' | 'times' | 'rights' | 'everything'

/** Columns of the grid for a set; title and time are in every one. */
export function gridColumns(columns: Column[], set: ColumnSet): string[] {
  const keys = columns
    .filter((column) => !column.releaseOnly)
    .filter((column) => set === 'everything' || column.set === set || column.key === 'title')
    .map((column) => column.key)
  const after = Math.max(keys.indexOf('featured'), keys.indexOf('title'))
  return [...keys.slice(0, after + 1), TIME, ...keys.slice(after + 1)]
}

/** A finding's place in the sheet; facts that are no column stand at the row's number. */
export function findingAt(findings: FindingView[], row: number, column: string): FindingView | undefined {
  return findings.find((finding) => finding.track === row && finding.column === column)
}

/** Text pasted from a spreadsheet as changes, from a cell on, to the right and downwards; what has no place is left out. */
export function pasted(text: string, rows: Row[], columns: string[], from: { row: number; column: string }): Edit[] {
  const lines = text.replace(/\r/g, '').replace(/\n$/, '').split('\n')
  const first = columns.indexOf(from.column)
  const edits: Edit[] = []
  lines.forEach((line, down) =>
    line.split('\t').forEach((value, right) => {
      const cell = rows[from.row + down]?.cells[columns[first + right] ?? '']
      const after = value.trim() || null
      if (cell && after !== (cell.value ?? null))
        edits.push({
          entity: cell.entity,
          target: cell.target,
          field: cell.field,
          before: cell.value,
          after: after as string,
        })
    }),
  )
  return edits
}

/** A1, B3, or the number where there are no sides. */
export function place(rows: Row[], row: Row): string {
  const side = row.cells.side?.value
  if (!side) return String(row.track)
  const same = rows.filter((each) => each.track > 0 && each.track <= row.track && each.cells.side?.value === side)
  return `${side}${same.length}`
}

/** What each column's cells may be chosen from: words of its type, people, genres. */
export function choices(view: ReleaseView) {
  return view.columns
    .map((each) => ({
      key: each.key,
      words: each.words.length
        ? each.words
        : each.type === 'names'
          ? view.people
          : each.key === 'genre'
            ? view.genres
            : [],
    }))
    .filter((each) => each.words.length)
}
