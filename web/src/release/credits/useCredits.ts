import { computed, nextTick, ref, type Ref } from 'vue'
import { api } from '../../api/client'
import type { CreditCell, CreditEdit, CreditLine } from '../../api/types'
import { toggled } from '../../kit/toggled'
import { useOfRelease } from '../ofRelease'

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
  const at = ref<{ line: number; track: number } | null>(null)
  /** Where a selection along the line began. */
  const from = ref(0)
  const editing = ref<string | null>(null)
  const adding = ref('')
  const open = ref<Set<string>>(new Set())

  const lines = computed(() => view.value?.lines ?? [])
  const columns = computed(() => view.value?.columns ?? [])
  const line = computed<CreditLine | undefined>(() => (at.value && lines.value[at.value.line]) || undefined)
  const cell = computed<CreditCell | undefined>(() => line.value?.cells[String(at.value!.track)])
  const tracks = computed(() => {
    if (!at.value) return []
    const [first, last] = [Math.min(from.value, at.value.track), Math.max(from.value, at.value.track)]
    return Array.from({ length: last - first + 1 }, (_, i) => first + i)
  })
  const chosen = (row: number, track: number) => at.value?.line === row && tracks.value.includes(track)

  function go(row: number, track: number, extend = false) {
    if (editing.value !== null && at.value?.line === row && at.value.track === track) return
    editing.value = null
    if (!extend || at.value?.line !== row) from.value = track
    at.value = { line: row, track }
    void nextTick(() => board.value?.focus({ preventScroll: true }))
  }
  const change = (name: string, on: number[], detail: string | null, featured: boolean | null) =>
    write({ name, tracks: on, detail, featured })
  function begin(text?: string) {
    if (release.readOnly || !at.value) return
    editing.value = text ?? cell.value?.detail ?? ''
    void nextTick(() => shown(text === undefined))
  }
  async function save(by: 'enter' | 'tab' | 'blur') {
    if (editing.value === null || !line.value) return
    const detail = editing.value.trim()
    editing.value = null
    if (detail !== (cell.value?.detail ?? '') || tracks.value.length > 1)
      await change(line.value.name, tracks.value, detail, null)
    if (by === 'blur' || !at.value) return
    if (by === 'tab') go(at.value.line, Math.min(columns.value.length, at.value.track + 1))
    else go(Math.min(lines.value.length - 1, at.value.line + 1), at.value.track)
  }
  /** To all tracks behind the cursor, or over the selection: what the first of them says. */
  async function spread() {
    if (!at.value || !line.value) return
    const many = tracks.value.length > 1
    const first = many ? tracks.value[0]! : at.value.track
    const on = many ? tracks.value : columns.value.map((each) => each.track).filter((track) => track >= first)
    const source = line.value.cells[String(first)]
    if (source) await write({ name: line.value.name, tracks: on, ...source, as: source.as ?? '' })
  }
  /** The name that the sleeve prints for them on the chosen tracks; blank is their own. */
  async function creditedAs(typed: string) {
    const as = typed.trim()
    if (line.value && as !== (cell.value?.as ?? '')) await write({ name: line.value.name, tracks: tracks.value, as })
  }
  async function add() {
    const name = adding.value.trim()
    if (!name) return
    await change(name, [columns.value[0]?.track ?? 1], 'vocals', null)
    adding.value = ''
    const row = lines.value.findIndex((each) => each.name === name)
    if (row >= 0) {
      go(row, columns.value[0]?.track ?? 1)
      begin()
    }
  }
  function keys(event: KeyboardEvent) {
    if (editing.value !== null || !columns.value.length) return
    const step: Record<string, [number, number]> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
    }
    const arrow = step[event.key]
    const plain = !event.ctrlKey && !event.altKey && !event.metaKey
    if (arrow && plain) {
      const row = Math.max(0, Math.min(lines.value.length - 1, (at.value?.line ?? 0) + arrow[0]))
      const track = Math.max(1, Math.min(columns.value.length, (at.value?.track ?? 1) + arrow[1]))
      if (lines.value.length) go(row, track, event.shiftKey)
    } else if (event.key === 'Enter' || event.key === 'F2') begin()
    else if (event.ctrlKey && event.key.toLowerCase() === 'd') void spread()
    else if (event.key === 'Delete' && line.value && !release.readOnly)
      void change(line.value.name, tracks.value, '', null)
    else if (event.ctrlKey && event.key === '.' && line.value && !release.readOnly)
      void change(line.value.name, tracks.value, null, !cell.value?.featured)
    else if (plain && event.key.length === 1 && /[^\s?jJ]/.test(event.key) && at.value) begin(event.key)
    else return
    event.preventDefault()
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
    release,
    view,
    problem,
    at,
    editing,
    adding,
    open,
    lines,
    columns,
    line,
    cell,
    tracks,
    chosen,
    go,
    change,
    creditedAs,
    begin,
    save,
    add,
    keys,
    roles,
    unfold,
  }
}
