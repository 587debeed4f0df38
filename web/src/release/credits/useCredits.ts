import { computed, type ComputedRef, nextTick, ref, watch, type Ref } from 'vue'
import { api } from '../../api/client'
import type { CreditCell, CreditEdit, CreditLine } from '../../api/types'
import type { Spot } from '../../kit/grid/span'
import { useGrid } from '../../kit/grid/useGrid'
import { runs } from '../../kit/runs'
import { toggled } from '../../kit/toggled'
import { useOfRelease } from '../ofRelease'

/** How many things that are lacking are told; the marks below the board have them all. */
const TOLD = 3

/**
 * The matrix of credits: its cursor, its selection along a line, and what keys do there.
 *
 * @param shown puts the focus into the field that has opened, its text selected or not
 */
export function useCredits(board: Ref<HTMLElement | undefined>, shown: (select: boolean) => void) {
  const {
    release,
    view,
    problem,
    failed,
    load,
    change: post,
  } = useOfRelease((id) => api.GET('/api/releases/{id}/credits', { params: { path: { id } } }))
  /** Writes one name's credit on some tracks; what is not said stays as it is. */
  const write = (edit: Partial<CreditEdit> & Pick<CreditEdit, 'name' | 'tracks'>) =>
    post((id) =>
      api.POST('/api/releases/{id}/credits', {
        params: { path: { id } },
        body: { detail: null, featured: null, as: null, ...edit },
      }),
    )
  const at = ref<Spot | null>(null)
  const adding = ref('')
  const open = ref<Set<string>>(new Set())

  const lines = computed(() => view.value?.lines ?? [])
  const columns = computed(() => view.value?.columns ?? [])
  /** What is lacking, each with its tracks. */
  const lacking = computed(() => {
    const tracks = new Map<string, number[]>()
    for (const each of columns.value)
      for (const lack of each.lacks) tracks.set(lack, [...(tracks.get(lack) ?? []), each.track])
    const all = [...tracks].map(([lack, on]) => `${lack} (${runs(on)})`)
    return all.length > TOLD ? `${all.slice(0, TOLD).join('; ')} and ${all.length - TOLD} more` : all.join('; ')
  })
  const names = computed(() => columns.value.map((each) => String(each.track)))
  const line = computed<CreditLine | undefined>(() => (at.value && lines.value[at.value.row]) || undefined)
  const cell = computed<CreditCell | undefined>(() => line.value?.cells[at.value!.column])
  const grid = useGrid<{ name: string; tracks: number[]; detail: string }>(board, at, {
    columns: () => names.value,
    next: (from, down, right) => ({
      row: Math.max(0, Math.min(lines.value.length - 1, from.row + down)),
      column: String(Math.max(1, Math.min(columns.value.length, Number(from.column) + right))),
    }),
    first: () => (lines.value.length && columns.value.length ? { row: 0, column: '1' } : null),
    along: true,
    opened: () => {
      const detail = cell.value?.detail ?? ''
      return line.value ? { place: { name: line.value.name, tracks: tracks.value, detail }, text: detail } : null
    },
    write: (typed, _, { name, tracks, detail }) => {
      if (typed !== detail || tracks.length > 1) void change(name, tracks, typed, null)
    },
    empty: () => detailed(''),
    fill: () => void spread(),
    readOnly: () => release.readOnly,
    own: (event) => {
      const featuring = event.ctrlKey && event.key === '.' && line.value && !release.readOnly
      if (featuring) void change(line.value.name, tracks.value, null, !cell.value?.featured)
      return !!featuring
    },
  })
  /** Numbers of the tracks that are chosen. */
  const tracks: ComputedRef<number[]> = computed(() => grid.chosen.value?.columns.map(Number) ?? [])
  const detailed = (detail: string) => line.value && void change(line.value.name, tracks.value, detail, null)

  // the field that opens takes the focus
  watch(
    () => grid.editing.value !== null,
    (isOpen) => isOpen && void nextTick(() => shown(grid.editing.value === (cell.value?.detail ?? ''))),
  )
  const change = (name: string, on: number[], detail: string | null, featured: boolean | null) =>
    write({ name, tracks: on, detail, featured })
  /** To all tracks behind the cursor, or over the selection: what the first of them says. */
  async function spread() {
    if (!at.value || !line.value) return
    const many = tracks.value.length > 1
    const first = tracks.value[0]!
    const on = many ? tracks.value : columns.value.map((each) => each.track).filter((track) => track >= first)
    const source = line.value.cells[String(first)]
    if (source) await write({ name: line.value.name, tracks: on, ...source, as: source.as ?? '' })
  }
  /** Until the button is let go the selection grows with the pointer; then all of it gets what the first cell said. */
  const pulling = ref(false)
  function pull() {
    const from = line.value?.cells[at.value!.column]
    const { name } = line.value!
    pulling.value = true
    const end = () => {
      pulling.value = false
      if (tracks.value.length > 1)
        void write({ name, tracks: tracks.value, ...(from ?? { detail: '' }), as: from?.as ?? '' })
    }
    addEventListener('mouseup', end, { once: true })
  }
  /** Whether the corner by which a credit is pulled along is in this cell: the last that is chosen. */
  const isCorner = (row: number, column: string) =>
    !release.readOnly && at.value?.row === row && Number(column) === tracks.value.at(-1) && grid.editing.value === null
  /** The name that the sleeve prints for them on the chosen tracks; blank is their own. */
  async function creditedAs(typed: string) {
    const as = typed.trim()
    if (line.value && as !== (cell.value?.as ?? '')) await write({ name: line.value.name, tracks: tracks.value, as })
  }
  /** The same on every track that credits them. */
  const creditedEverywhere = () =>
    line.value &&
    write({ name: line.value.name, tracks: Object.keys(line.value.cells).map(Number), as: cell.value?.as ?? '' })
  async function add() {
    const name = adding.value.trim()
    if (!name) return
    await change(name, [columns.value[0]?.track ?? 1], 'vocals', null)
    adding.value = ''
    const row = lines.value.findIndex((each) => each.name === name)
    if (row >= 0) {
      grid.go(row, String(columns.value[0]?.track ?? 1))
      grid.begin()
    }
  }
  const roles = (typed: string) => {
    const last = typed
      .slice(typed.lastIndexOf(',') + 1)
      .trim()
      .toLowerCase()
    const kept = typed.slice(0, typed.lastIndexOf(',') + 1)
    if (!last) return []
    return (view.value?.roles ?? [])
      .filter((role) => role.startsWith(last))
      .map((role) => ({ text: kept ? `${kept} ${role}` : role }))
  }
  function unfold(name: string) {
    open.value = toggled(open.value, name)
  }

  return {
    ...grid,
    release,
    view,
    problem,
    failed,
    load,
    adding,
    open,
    lines,
    columns,
    lacking,
    line,
    cell,
    tracks,
    change,
    creditedAs,
    creditedEverywhere,
    pull,
    pulling,
    isCorner,
    add,
    roles,
    unfold,
  }
}
