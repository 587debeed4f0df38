import type { Column, Edit, FindingView, ReleaseDelta, ReleaseView, SheetRow, SheetValue, Weight } from '../api/types'

/** One fact where it stands: what it belongs to, what is given there and what holds there. */
export interface Cell {
  entity: string
  target: number
  field: string
  value: string | null
  shown: string | null
  carried: boolean
  /** typed, and not written by the server yet */
  waiting?: boolean
}

/** A row of the sheet with a cell for every fact that it can have. */
export interface Row extends Omit<SheetRow, 'cells' | 'master'> {
  master: NonNullable<SheetRow['master']>
  cells: Record<string, Cell>
}

function cell(row: SheetRow, column: Column, release: number): Cell {
  const entity = row.track ? column.entity : 'release'
  const at: SheetValue | undefined = row.cells[column.key]
  return {
    entity,
    target: targetOf(row, entity, release),
    field: `${entity}.${column.key}`,
    value: at?.value ?? null,
    shown: at?.shown ?? at?.value ?? null,
    carried: at?.carried ?? false,
  }
}

function targetOf(row: SheetRow, entity: string, release: number): number {
  if (entity === 'recording') return row.recordingId
  if (entity === 'work') return row.workId
  return entity === 'track' ? row.trackId : release
}

/** The row as the sheet needs it; only what is given travels. */
export function expanded(row: SheetRow, columns: Column[], release: number): Row {
  const cells: Row['cells'] = {}
  for (const column of columns)
    if (row.track ? column.entity !== 'release' : column.onRelease) cells[column.key] = cell(row, column, release)
  return { ...row, cells } as Row
}

/** What is seen of a change until the server has it: of people with shares their names. */
const shownOf = (change: Edit) => change.people?.map((each) => each.name).join(', ') ?? change.after ?? null

/** Rows with what was typed and is not written yet; rows that it does not touch stay the same objects. */
export function overlaid(rows: Row[], edits: { changes: Edit[] }[]): Row[] {
  const typed = new Map<string, string | null>()
  for (const edit of edits)
    for (const change of edit.changes) typed.set(`${change.entity} ${change.field} ${change.target}`, shownOf(change))
  if (!typed.size) return rows
  return rows.map((row) => {
    const cells = Object.entries(row.cells)
    const key = (cell: Cell) => `${cell.entity} ${cell.field} ${cell.target}`
    if (!cells.some(([, cell]) => typed.has(key(cell)))) return row
    const over = (cell: Cell): Cell => {
      if (!typed.has(key(cell))) return cell
      const value = typed.get(key(cell)) ?? null
      return { ...cell, value, shown: value, carried: false, waiting: true }
    }
    return { ...row, cells: Object.fromEntries(cells.map(([column, cell]) => [column, over(cell)])) }
  })
}

/** Findings by the cell they are about, the heaviest first. */
export type CellFindings = Map<string, FindingView[]>

/** Looked up for every cell that is drawn: arranged once for all of them. */
export function byCell(findings: FindingView[]): CellFindings {
  const found: CellFindings = new Map()
  for (const finding of findings) {
    const place = `${finding.track}.${finding.column}`
    const here = found.get(place)
    if (here) here.push(finding)
    else found.set(place, [finding])
  }
  return found
}

/** The heaviest finding about a cell. */
export const findingAt = (findings: CellFindings, row: number, column: string): FindingView | undefined =>
  findings.get(`${row}.${column}`)?.[0]

/** The heaviest finding about any of these columns. */
export const heaviest = (findings: CellFindings, row: number, columns: string[]): FindingView | undefined =>
  columns.flatMap((column) => findings.get(`${row}.${column}`) ?? []).sort(inOrder)[0]

const WEIGHTS: Weight[] = ['stop', 'risk', 'note']

/** Heaviest first, then by track: the order in which the core tells them. */
function inOrder(one: FindingView, other: FindingView): number {
  return (
    WEIGHTS.indexOf(one.weight) - WEIGHTS.indexOf(other.weight) ||
    one.track - other.track ||
    (one.id < other.id ? -1 : one.id > other.id ? 1 : 0)
  )
}

/** The view that a difference leads to, or null when it begins from another view than this one. */
export function applied(view: ReleaseView, delta: ReleaseDelta): ReleaseView | null {
  if (view.tag !== delta.from) return null
  const rows = new Map(view.rows.map((row) => [row.trackId, row]))
  for (const row of delta.rows) rows.set(row.trackId, row)
  const gone = new Set([...delta.went, ...delta.came.map((finding) => finding.id)])
  return {
    ...view,
    head: delta.head,
    tag: delta.tag,
    revision: delta.revision,
    rows: [0, ...delta.order].map((id) => rows.get(id)!),
    findings: [...view.findings.filter((finding) => !gone.has(finding.id)), ...delta.came].sort(inOrder),
    loose: delta.loose,
    stack: delta.stack,
  }
}
