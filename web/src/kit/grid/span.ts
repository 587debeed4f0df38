/** A cell of a grid: its row as the grid counts them, and the key of its column. */
export interface Spot {
  row: number
  column: string
}

/** A rectangle of a grid: rows from top to bottom, columns from left to right. */
export interface Span {
  top: number
  bottom: number
  columns: string[]
}

/** From where the selection began to where the cursor is. A spot outside the grid's columns stands alone. */
export function span(from: Spot, to: Spot | null, shown: string[]): Span {
  const ends = [shown.indexOf(from.column), to ? shown.indexOf(to.column) : -1].sort((a, b) => a - b) as [
    number,
    number,
  ]
  if (!to || ends[0] < 0) return { top: from.row, bottom: from.row, columns: [from.column] }
  return {
    top: Math.min(from.row, to.row),
    bottom: Math.max(from.row, to.row),
    columns: shown.slice(ends[0], ends[1] + 1),
  }
}

/** How many cells it holds. */
export const size = (of: Span) => (of.bottom - of.top + 1) * of.columns.length

/** Whether a cell lies in it. */
export const holds = (of: Span, row: number, column: string) =>
  row >= of.top && row <= of.bottom && of.columns.includes(column)

/** The id of a cell in the page, by which a grid says which of them is meant. */
export const cellId = (spot: Spot) => `cell-${spot.row}-${spot.column}`
