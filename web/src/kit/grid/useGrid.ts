import { computed, nextTick, ref, type Ref } from 'vue'
import { cellId, holds, span, type Span, type Spot } from './span'

const ARROWS: Record<string, [number, number]> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
}

/** How typing in a cell ends: by a key, by a click elsewhere in the grid, or by leaving the grid. */
export type Ending = 'enter' | 'all' | 'tab' | 'back' | 'away' | 'blur'

/** What a grid is made of, and what it does where one differs from another; what is typed belongs to a place. */
export interface GridOf<Place> {
  /** Keys of the columns, from left to right. */
  columns: () => string[]
  /** The cell in a direction; the same one at an edge. */
  next: (at: Spot, down: number, right: number) => Spot
  /** Where the cursor begins; null when there is no cell. */
  first: () => Spot | null
  /** A selection stays in one line. */
  along?: boolean
  /** The cursor's cell as typing begins in it, and the text with which it opens; null when nothing can be typed there. */
  opened: () => { place: Place; text: string } | null
  /**
   * Writes what was typed where typing began, as that was then, whatever is in its place by now; or into all that are chosen.
   */
  write: (text: string, into: 'cell' | 'all', place: Place) => void
  empty: () => void
  /** What stands first goes into all of the selection. */
  fill: () => void
  readOnly: () => boolean
  /** Before the cursor goes there. */
  entering?: (to: Spot) => void
  /** Keys of its own, asked first; whether one was. */
  own?: (event: KeyboardEvent) => boolean
}

/**
 * A grid's cursor, selection and keys. The element around it has the focus and says which cell is meant; cells get what
 * they need by `v-bind`.
 *
 * @param board the element with the focus
 * @param at where the cursor is
 */
export function useGrid<Place>(board: Ref<HTMLElement | undefined>, at: Ref<Spot | null>, of: GridOf<Place>) {
  const editing = ref<string | null>(null)
  /** Where typing began. */
  let place: Place
  /** Where a selection began, when it is more than the cursor's cell. */
  const anchor = ref<Spot | null>(null)
  const chosen = computed<Span | null>(() => at.value && span(anchor.value ?? at.value, at.value, of.columns()))

  const isHere = (row: number, column: string) => at.value?.row === row && at.value.column === column
  const focus = () => board.value?.focus({ preventScroll: true })

  function go(row: number, column: string, extend = false) {
    if (isHere(row, column) && (editing.value !== null || extend)) return
    // what is being typed is written where it was typed
    if (editing.value !== null) save('away')
    const longer = extend && at.value && (!of.along || at.value.row === row)
    anchor.value = longer ? (anchor.value ?? at.value) : null
    of.entering?.({ row, column })
    at.value = { row, column }
    void nextTick(() => {
      focus()
      document.getElementById(cellId({ row, column }))?.scrollIntoView({ block: 'nearest', inline: 'nearest' })
    })
  }
  function begin(text?: string) {
    const opened = of.readOnly() || !at.value ? null : of.opened()
    if (opened === null) return
    place = opened.place
    editing.value = text ?? opened.text
  }
  function save(by: Ending) {
    if (editing.value === null) return
    const text = editing.value.trim()
    editing.value = null
    of.write(text, by === 'all' ? 'all' : 'cell', place)
    if (by === 'enter') step(1, 0)
    else if (by === 'tab') step(0, 1)
    else if (by === 'back') step(0, -1)
    if (by !== 'blur' && by !== 'away') focus()
  }
  function leave() {
    editing.value = null
    focus()
  }
  function step(down: number, right: number, extend = false) {
    const to = at.value ? of.next(at.value, down, right) : of.first()
    if (to && (!extend || of.columns().includes(to.column))) go(to.row, to.column, extend)
  }
  function keys(event: KeyboardEvent) {
    if (editing.value !== null || event.defaultPrevented) return
    const arrow = ARROWS[event.key]
    const plain = !event.ctrlKey && !event.altKey && !event.metaKey
    if (of.own?.(event)) event.preventDefault()
    else if (arrow && plain) {
      step(...arrow, event.shiftKey)
      event.preventDefault()
    } else if (event.key === 'Tab' && plain && at.value) {
      const before = at.value
      step(0, event.shiftKey ? -1 : 1)
      // at the edge the keyboard leaves the grid
      if (at.value.column !== before.column) event.preventDefault()
    } else if (deed(event, plain)) event.preventDefault()
  }
  /** What a key does to the cells that are chosen; whether it does anything. */
  function deed(event: KeyboardEvent, plain: boolean): boolean {
    if (event.key === 'Enter' || event.key === 'F2') begin()
    else if (event.key === 'Escape' && anchor.value) anchor.value = null
    else if (event.ctrlKey && event.key.toLowerCase() === 'd' && !of.readOnly()) of.fill()
    else if (event.key === 'Delete' && at.value && !of.readOnly()) of.empty()
    else if (plain && event.key.length === 1 && /[^\s?jJ]/.test(event.key) && at.value) begin(event.key)
    else return false
    return true
  }

  /** Which cell is meant, for the element that has the focus. */
  const active = computed(() => (at.value ? cellId(at.value) : undefined))
  /** What a cell of the table is told. */
  const cellProps = (row: number, column: string) => {
    const taken = !!chosen.value && holds(chosen.value, row, column)
    return {
      id: cellId({ row, column }),
      role: 'gridcell',
      class: { here: isHere(row, column), chosen: taken },
      'data-cell': `${row}.${column}`,
      'aria-selected': taken,
      'aria-colindex': of.columns().indexOf(column) + 2,
      onMousedown: (event: MouseEvent) => go(row, column, event.shiftKey),
      onMouseenter: (event: MouseEvent) => {
        const dragged = event.buttons === 1 && editing.value === null && at.value
        if (dragged && (!of.along || at.value?.row === row)) go(row, column, true)
      },
      onDblclick: () => {
        go(row, column)
        begin()
      },
    }
  }
  /** What the table itself is told; the column of names and the row of captions count as one each. */
  const tableProps = (rows: number) => ({
    role: 'grid',
    'aria-rowcount': rows + 1,
    'aria-colcount': of.columns().length + 1,
  })

  return { at, editing, anchor, chosen, active, isHere, go, begin, save, leave, step, keys, cellProps, tableProps }
}

export type Grid = ReturnType<typeof useGrid>
