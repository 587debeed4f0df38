import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { call, Problem } from '../api/client'
import { useSession } from '../api/session'
import type { Edit, FindingView, ReleaseDelta, ReleaseView, SheetRow } from '../api/types'
import { applied, expanded, type Cell, type Row } from './rows'

/** What two people wanted at once. */
export interface Conflict {
  field: string
  target: number
  seen: string | null
  stored: string | null
  wanted: string | null
}

/** The release that is open: its view as the server computed it, and every way to change it. */
export const useReleaseStore = defineStore('release', () => {
  const session = useSession()
  // a view is replaced, never changed in place: nothing inside it needs watching
  const view = shallowRef<ReleaseView | null>(null)
  const problem = ref<string | null>(null)
  const conflicts = ref<Conflict[]>([])
  const savedAt = ref('')
  const missing = ref(false)
  /** Where the cursor of the sheet is: row (0 is the release) and column key. */
  const at = ref<{ row: number; column: string } | null>(null)
  let id = 0

  const readOnly = computed(() => session.who?.role === 'reader')
  const known = new WeakMap<SheetRow, Row>()
  /** Rows that travelled earlier and stayed the same are not made again. */
  const rows = computed<Row[]>(() =>
    (view.value?.rows ?? []).map((row) => {
      if (!known.has(row)) known.set(row, expanded(row, view.value!.columns, view.value!.head.id))
      return known.get(row)!
    }),
  )
  /** What is open; risks that somebody took stand on the readiness board only. */
  const findings = computed<FindingView[]>(() => (view.value?.findings ?? []).filter((each) => !each.accepted))

  async function open(wanted: number) {
    if (id !== wanted) {
      id = wanted
      view.value = null
      at.value = null
      problem.value = null
      missing.value = false
    }
    await refresh()
  }

  async function refresh() {
    const asked = id
    try {
      const fresh = await call<ReleaseView>('GET', `/api/releases/${asked}`)
      if (asked === id) view.value = fresh
    } catch (failure) {
      if (failure instanceof Problem && failure.status === 404) missing.value = true
      else problem.value = (failure as Error).message
    }
  }

  /** Takes over what an edit changed; who has not seen what was there before asks for all of it. */
  async function saved(delta: ReleaseDelta) {
    if (delta.head.id !== id) return
    const fresh = view.value && applied(view.value, delta)
    if (fresh) view.value = fresh
    else await refresh()
    problem.value = null
    savedAt.value = new Date().toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
  }

  // Edits go one after another, so that each sees what the one before left.
  let queue: Promise<unknown> = Promise.resolve()
  function edit(path: string, body?: unknown): Promise<boolean> {
    const mine = id
    const next = queue.then(async () => {
      try {
        await saved(await call<ReleaseDelta>('POST', `/api/releases/${mine}/${path}`, body))
        return true
      } catch (failure) {
        const said = failure as Problem
        if (said.type === 'changed-meanwhile') {
          conflicts.value = said.more.conflicts as Conflict[]
          await refresh()
        } else problem.value = said.message
        return false
      }
    })
    queue = next
    return next
  }

  /** Writes one cell; what stood in it when typing began travels along, so that nobody is overwritten unseen. */
  function write(cell: Cell, after: string | null, says: string) {
    return writeAll([change(cell, after)], says)
  }
  function change(cell: Cell, after: string | null): Edit {
    return {
      entity: cell.entity,
      target: cell.target,
      field: cell.field,
      before: cell.value as string,
      after: after as string,
    }
  }
  function writeAll(changes: Edit[], says: string, source = 'typed') {
    return edit('changes', { says, source, changes })
  }

  const undo = () => edit('undo')
  const redo = () => edit('redo')
  const addTrack = () => edit('tracks')
  const fix = (finding: string) => edit('fixes', { finding })
  const allocate = (cell: Cell) => edit('codes', { entity: cell.entity, target: cell.target, field: cell.field })

  /** The running order is a fact like any other. */
  function order(ids: number[], says: string) {
    const before = rows.value.slice(1).map((row) => row.trackId)
    const release = view.value!.head.id
    return writeAll(
      [
        {
          entity: 'release',
          target: release,
          field: 'release.runningOrder',
          before: before.join(' '),
          after: ids.join(' '),
        },
      ],
      says,
      'running order',
    )
  }

  async function place(sha256: string, trackId: number) {
    try {
      await call('POST', `/api/releases/${id}/files/${sha256}/place?track=${trackId}`)
      await refresh()
    } catch (failure) {
      problem.value = (failure as Error).message
    }
  }

  session.on('release', (data) => {
    if (data.id === id && data.revision !== view.value?.revision) void refresh()
  })
  session.on('hello', () => {
    if (id && view.value) void refresh()
  })

  return {
    view,
    problem,
    conflicts,
    savedAt,
    missing,
    at,
    readOnly,
    rows,
    findings,
    open,
    refresh,
    write,
    writeAll,
    change,
    undo,
    redo,
    addTrack,
    fix,
    allocate,
    order,
    place,
    saved,
  }
})
