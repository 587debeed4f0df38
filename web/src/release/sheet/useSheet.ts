import { computed, ref, type Ref } from 'vue'
import type { Edit } from '../../api/types'
import { size } from '../../kit/grid/span'
import { useGrid } from '../../kit/grid/useGrid'
import type { Cell } from '../rows'
import { useReleaseStore } from '../store'
import { bandColumns, gridColumns, SETS, TIME, type ColumnSet } from './cells'
import { next } from './cursor'
import { all, asTable, filled, pasted } from './selection'

const NAMES: Record<string, string> = { [TIME]: 'Master', cover: 'Front cover', runningOrder: 'Running order' }
const KEPT = 'entrada.sheet.columns'

/** The sheet's cursor, its selection, and everything that keys do there. */
export function useSheet(board: Ref<HTMLElement | undefined>) {
  const release = useReleaseStore()
  const set = ref<ColumnSet>('identity')
  const own = ref<string[]>(JSON.parse(localStorage.getItem(KEPT) ?? '["artists","isrc","genre"]') as string[])

  const columns = computed(() => release.view!.columns)
  const rows = computed(() => release.rows)
  const at = computed({ get: () => release.at, set: (to) => (release.at = to) })
  const shown = computed(() => gridColumns(columns.value, set.value, own.value))
  const facts = computed(() => bandColumns(columns.value, set.value, release.findings, at.value?.column))
  const cell = computed<Cell | undefined>(
    () => (at.value && rows.value[at.value.row]?.cells[at.value.column]) || undefined,
  )
  const column = computed(() => columns.value.find((each) => each.key === at.value?.column))
  const name = computed(() => column.value?.name ?? NAMES[at.value?.column ?? ''] ?? '')
  const where = computed(() => `${name.value} of ${at.value?.row ? `track ${at.value.row}` : 'the release'}`)

  function keep(columns: string[]) {
    own.value = columns
    localStorage.setItem(KEPT, JSON.stringify(columns))
  }
  const grid = useGrid(board, at, {
    columns: () => shown.value,
    next: (from, down, right) => {
      const band = facts.value.map((each) => each.key)
      return next(from, down, right, band, shown.value, rows.value.length)
    },
    first: () => ({ row: 0, column: 'title' }),
    opened: () =>
      cell.value && column.value
        ? { place: { cell: cell.value, where: where.value }, text: cell.value.value ?? '' }
        : null,
    write: written,
    empty,
    fill: () => chosen.value && write(filled(rows.value, chosen.value), `Fill ${name.value} down`),
    readOnly: () => release.readOnly,
    entering: (to) => {
      const wanted = columns.value.find((each) => each.key === to.column)
      if (wanted && wanted.entity !== 'release' && !shown.value.includes(to.column)) set.value = wanted.set as ColumnSet
    },
    own: ownKeys,
  })
  const { chosen, anchor, editing, go } = grid
  function write(edits: Edit[], says: string, source?: string) {
    if (edits.length && !release.readOnly) void release.writeAll(edits, says, source)
  }
  function written(text: string, into: 'cell' | 'all', place: { cell: Cell; where: string }) {
    const after = text || null
    if (into === 'all' && chosen.value)
      write(all(rows.value, chosen.value, after), `${name.value} of ${size(chosen.value)} cells`)
    else {
      const of = seen(place.cell)
      if (after !== (of.value ?? null)) void release.write(of, after, place.where)
    }
  }
  /** A cell as it was when typing began; where one's own last word was still on its way, as it is now that it has arrived. */
  function seen(cell: Cell): Cell {
    if (!cell.waiting) return cell
    const isSame = (each: Cell) =>
      each.target === cell.target && each.field === cell.field && each.entity === cell.entity
    return rows.value.flatMap((row) => Object.values(row.cells)).find(isSame) ?? cell
  }

  function move(from: number, to: number) {
    const ids = rows.value.slice(1).map((row) => row.trackId)
    if (from < 0 || to < 0 || to >= ids.length) return
    const [moved] = ids.splice(from, 1)
    ids.splice(to, 0, moved!)
    void release.order(ids, `Move track ${from + 1} to ${to + 1}`)
    go(to + 1, at.value?.column ?? 'title')
  }
  function remove() {
    const of = chosen.value
    if (!of || !at.value?.row) return
    const gone = (track: number) => track >= Math.max(1, of.top) && track <= of.bottom
    const ids = rows.value
      .slice(1)
      .filter((row) => !gone(row.track))
      .map((row) => row.trackId)
    void release.order(ids, of.top === of.bottom ? `Remove track ${of.top}` : `Remove tracks ${of.top} to ${of.bottom}`)
    release.at = null
    anchor.value = null
  }
  function empty() {
    const of = chosen.value
    if (of) write(all(rows.value, of, null), size(of) === 1 ? `Empty ${name.value}` : `Empty ${size(of)} cells`)
  }

  /** To the next or the previous set of columns. */
  function turnSet(by: number) {
    set.value = SETS[(SETS.indexOf(set.value) + by + SETS.length) % SETS.length]!
    if (at.value && !shown.value.includes(at.value.column)) go(at.value.row, 'title')
  }
  function ownKeys(event: KeyboardEvent): boolean {
    const sideways = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
    const upwards = { ArrowUp: -1, ArrowDown: 1 }[event.key]
    const track = (at.value?.row ?? 0) - 1
    if (sideways && event.ctrlKey) turnSet(sideways)
    else if (upwards && event.altKey && !release.readOnly) move(track, track + upwards)
    else return false
    return true
  }
  function copy(event: ClipboardEvent) {
    if (editing.value !== null || !chosen.value) return
    event.clipboardData?.setData('text/plain', asTable(rows.value, chosen.value))
    event.preventDefault()
  }
  function paste(event: ClipboardEvent) {
    if (editing.value !== null || !chosen.value || release.readOnly) return
    const edits = pasted(event.clipboardData?.getData('text/plain') ?? '', rows.value, shown.value, chosen.value)
    write(edits, edits.length === 1 ? `Paste ${name.value}` : `Paste ${edits.length} cells`, 'pasted')
    event.preventDefault()
  }

  return { ...grid, set, own, keep, shown, facts, cell, column, name, move, remove, copy, paste }
}
