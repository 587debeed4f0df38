import type { Spot } from '../../kit/grid/span'

/** The band above the grid, with facts that only a release has, is four cells wide. */
const BAND_WIDTH = 4

/**
 * The next spot in a direction; the same spot at an edge. The band lies above the release's row.
 *
 * @param band columns of the band
 * @param line columns of the grid
 * @param rows how many rows the grid has
 */
export function next(at: Spot, down: number, right: number, band: string[], line: string[], rows: number): Spot {
  const inBand = band.includes(at.column)
  const here = inBand ? band : line
  const index = here.indexOf(at.column)
  if (right) return { row: at.row, column: here[Math.max(0, Math.min(here.length - 1, index + right))] ?? 'title' }
  if (inBand) {
    const below = index + down * BAND_WIDTH
    if (below < 0) return at
    return { row: 0, column: below < band.length ? band[below]! : line[0]! }
  }
  if (down < 0 && at.row === 0) return { row: 0, column: band[band.length - 1]! }
  return { row: Math.max(0, Math.min(rows - 1, at.row + down)), column: at.column }
}
