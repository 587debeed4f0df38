import { computed, nextTick, ref, type Ref } from 'vue'
import type { Edit } from '../../api/types'
import type { Cell } from '../rows'
import { useReleaseStore } from '../store'
import { bandColumns, gridColumns, SETS, TIME, type ColumnSet } from './cells'
import { next, type Spot } from './cursor'
import { all, asTable, filled, pasted, size, span, type Span } from './selection'

const NAMES: Record<string, string> = { [TIME]: 'Master', cover: 'Front cover', runningOrder: 'Running order' }
const ARROWS: Record<string, [number, number]> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
}
const KEPT = 'entrada.sheet.columns'

/** The sheet's cursor, its selection, and everything that keys do there. */
export function useSheet(board: Ref<HTMLElement | undefined>) {
  const release = useReleaseStore()
  const set = ref<ColumnSet>('identity')
  const own = ref<string[]>(JSON.parse(localStorage.getItem(KEPT) ?? '["artists","isrc","genre"]') as string[])
  const editing = ref<string | null>(null)
  /** Where a selection began, when it is more than the cursor's cell. */
  const anchor = ref<Spot | null>(null)

  const columns = computed(() => release.view!.columns)
  const rows = computed(() => release.rows)
  const at = computed(() => release.at)
  const shown = computed(() => gridColumns(columns.value, set.value, own.value))
  const facts = computed(() => bandColumns(columns.value, set.value, release.findings, at.value?.column))
  const chosen = computed<Span | null>(() => at.value && span(anchor.value ?? at.value, at.value, shown.value))
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
  function go(row: number, key: string, extend = false) {
    const same = at.value?.row === row && at.value.column === key
    if (same && (editing.value !== null || extend)) return
    editing.value = null
    anchor.value = extend && at.value ? (anchor.value ?? at.value) : null
    const wanted = columns.value.find((each) => each.key === key)
    if (wanted && wanted.entity !== 'release' && !shown.value.includes(key)) set.value = wanted.set as ColumnSet
    release.at = { row, column: key }
    void nextTick(() => {
      focus()
      board.value?.querySelector(`[data-cell="${row}.${key}"]`)?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
    })
  }
  const focus = () => board.value?.focus({ preventScroll: true })
  function begin(text?: string) {
    if (release.readOnly || !cell.value || !column.value) return
    editing.value = text ?? cell.value.value ?? ''
  }
  function write(edits: Edit[], says: string, source?: string) {
    if (edits.length && !release.readOnly) void release.writeAll(edits, says, source)
  }
  function save(text: string, by: string) {
    const now = cell.value
    editing.value = null
    const after = text.trim() || null
    if (by === 'all' && chosen.value)
      write(all(rows.value, chosen.value, after), `${name.value} of ${size(chosen.value)} cells`)
    else if (now && after !== (now.value ?? null)) void release.write(now, after, where.value)
    if (by === 'enter') step(1, 0)
    else if (by === 'tab') step(0, 1)
    else if (by === 'back') step(0, -1)
    if (by !== 'blur') focus()
  }
  function leave() {
    editing.value = null
    focus()
  }
  function step(down: number, right: number, extend = false) {
    if (!at.value) return go(0, 'title')
    const band = facts.value.map((each) => each.key)
    const to = next(at.value, down, right, band, shown.value, rows.value.length)
    if (!extend || shown.value.includes(to.column)) go(to.row, to.column, extend)
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
  function fillDown() {
    if (chosen.value) write(filled(rows.value, chosen.value), `Fill ${name.value} down`)
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
  function keys(event: KeyboardEvent) {
    if (editing.value !== null || event.defaultPrevented) return
    const arrow = ARROWS[event.key]
    const plain = !event.ctrlKey && !event.altKey && !event.metaKey
    if (arrow?.[1] && event.ctrlKey) turnSet(arrow[1])
    else if (arrow && event.altKey && arrow[0] && !release.readOnly)
      move((at.value?.row ?? 0) - 1, (at.value?.row ?? 0) - 1 + arrow[0])
    else if (arrow && plain) step(...arrow, event.shiftKey)
    else if (event.key === 'Tab' && plain && at.value) {
      const before = at.value
      step(0, event.shiftKey ? -1 : 1)
      // at the edge the keyboard leaves the sheet
      if (release.at?.column === before.column) return
    } else if (event.ctrlKey && event.key.toLowerCase() === 'd' && !release.readOnly) fillDown()
    else if (event.key === 'Enter' || event.key === 'F2') begin()
    else if (event.key === 'Escape' && anchor.value) anchor.value = null
    else if (event.key === 'Delete' && !release.readOnly) empty()
    else if (plain && event.key.length === 1 && /[^\s?jJ]/.test(event.key) && cell.value) begin(event.key)
    else return
    event.preventDefault()
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

  return {
    set,
    own,
    keep,
    editing,
    shown,
    facts,
    chosen,
    cell,
    column,
    name,
    go,
    begin,
    save,
    leave,
    move,
    remove,
    keys,
    copy,
    paste,
  }
}
