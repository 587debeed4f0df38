import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { Problem, api, got } from '../api/client'
import { useSession } from '../api/session'
import type { Edit, FindingView, ReleaseDelta, ReleaseView, SheetRow } from '../api/types'
import { fact, useEdits } from './edits'
import { grouped } from './findingGroups'
import { isOpen, kept, thisTab } from './kept'
import { applied, byCell, expanded, overlaid, type Cell, type Row } from './rows'

/** The release that is open: its view as the server computed it, and every way to change it. */
export const useReleaseStore = defineStore('release', () => {
  const session = useSession()
  // a view is replaced, never changed in place: nothing inside it needs watching
  const view = shallowRef<ReleaseView | null>(null)
  const problem = ref<string | null>(null)
  const savedAt = ref('')
  const missing = ref(false)
  /** Where the cursor of the sheet is: row (0 is the release) and column key. */
  const at = ref<{ row: number; column: string } | null>(null)
  let id = 0

  const readOnly = computed(() => session.who?.role === 'reader')
  const known = new WeakMap<SheetRow, Row>()
  /** Rows that travelled earlier and stayed the same are not made again. */
  const stored = computed<Row[]>(() =>
    (view.value?.rows ?? []).map((row) => {
      if (!known.has(row)) known.set(row, expanded(row, view.value!.columns, view.value!.head.id))
      return known.get(row)!
    }),
  )
  const edits = useEdits({
    keeping: kept(),
    tab: thisTab(),
    isOpen,
    who: () => session.who?.name ?? '',
    send: async (each) =>
      saved(
        await got(
          api.POST('/api/releases/{id}/changes', {
            params: { path: { id: each.release } },
            body: {
              says: each.says,
              source: each.source,
              changes: each.changes.map((change) => ({ after: null, people: null, ...change })),
            },
          }),
        ),
      ),
    stored: (change) =>
      stored.value
        .flatMap((row) => Object.values(row.cells))
        .find((cell) => fact(cell) === fact(change) && cell.entity === change.entity)?.value,
    refused: (each, said) => {
      const typed = each.changes.length === 1 ? each.changes[0]!.after : null
      problem.value = typed ? `“${typed}” was not written. ${said.message}` : said.message
    },
    conflicted: refresh,
  })
  const unsaved = computed(() => edits.waiting.value.filter((each) => each.release === id))
  /** As they will be when all that waits is written. */
  const rows = computed<Row[]>(() => overlaid(stored.value, [...unsaved.value, ...edits.held.value]))
  /** What is open; risks that somebody took stand on the readiness board only. */
  const findings = computed<FindingView[]>(() => (view.value?.findings ?? []).filter((each) => !each.accepted))

  /** The same as things to do, in the order in which they are listed and walked. */
  const findingGroups = computed(() => grouped(findings.value))

  /** The same by the cell they are about. */
  const findingsByCell = computed(() => byCell(findings.value))

  async function open(wanted: number) {
    if (id !== wanted) {
      id = wanted
      view.value = null
      at.value = null
      problem.value = null
      missing.value = false
    }
    await refresh()
    void edits.resume()
  }

  let asks = 0
  /** The last question that was answered: an answer to an earlier one comes too late. */
  let answered = 0
  function refresh(): Promise<void> {
    return look(true)
  }
  /** @param askAgain whether what is older than what is shown is asked for once more; after a restore it is all there is */
  async function look(askAgain: boolean): Promise<void> {
    const asked = id
    const turn = ++asks
    try {
      const fresh = await got(api.GET('/api/releases/{id}', { params: { path: { id: asked } } }))
      if (asked !== id || turn < answered) return
      // an edit was answered meanwhile: what was read before it must not hide it
      if (askAgain && view.value && fresh.revision < view.value.revision) return await look(false)
      answered = turn
      view.value = fresh
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

  // Deeds that are more than an edit go behind the edits that wait, one after another.
  let queue: Promise<unknown> = Promise.resolve()
  function edit(deed: (path: { path: { id: number } }) => Promise<{ data?: ReleaseDelta }>): Promise<boolean> {
    const mine = id
    const next = queue.then(async () => {
      await edits.run()
      if (unsaved.value.length) {
        problem.value =
          'Edits of this release are still waiting for the server. Try again once they are saved; nothing was changed.'
        return false
      }
      try {
        await saved(await got(deed({ path: { id: mine } })))
        return true
      } catch (failure) {
        problem.value = (failure as Error).message
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
      before: cell.value,
      after: after,
    }
  }
  function writeAll(changes: Edit[], says: string, source = 'typed') {
    return edits.add(id, changes, says, source)
  }

  const undo = () => edit((params) => api.POST('/api/releases/{id}/undo', { params }))
  const redo = () => edit((params) => api.POST('/api/releases/{id}/redo', { params }))
  const addTrack = () => edit((params) => api.POST('/api/releases/{id}/tracks', { params }))
  const fix = (finding: string) => edit((params) => api.POST('/api/releases/{id}/fixes', { params, body: { finding } }))
  /** Several at once, as one batch and one undo. */
  const fixAll = (findings: string[]) =>
    edit((params) => api.POST('/api/releases/{id}/readiness/fixes', { params, body: { findings } }))
  const giveCodes = () => edit((params) => api.POST('/api/releases/{id}/codes/missing', { params }))
  const allocate = (cell: Cell) =>
    edit((params) =>
      api.POST('/api/releases/{id}/codes', {
        params,
        body: { entity: cell.entity, target: cell.target, field: cell.field },
      }),
    )

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
      await got(
        api.POST('/api/releases/{id}/files/{sha256}/place', {
          params: { path: { id, sha256 }, query: { track: trackId } },
        }),
      )
      await refresh()
    } catch (failure) {
      problem.value = (failure as Error).message
    }
  }

  session.on('release', (data, ours) => {
    // the answer to an edit of this page says what it changed
    if (data.id === id && data.revision !== view.value?.revision && !(ours && data.revision !== undefined))
      void refresh()
  })
  session.on('missed', () => {
    if (id && view.value) void refresh()
    void edits.resume()
  })
  globalThis.addEventListener?.('online', () => void edits.run())

  return {
    view,
    problem,
    conflicts: edits.conflicts,
    decide: edits.decide,
    waiting: edits.waiting,
    away: edits.away,
    savedAt,
    missing,
    at,
    readOnly,
    rows,
    findings,
    findingGroups,
    findingsByCell,
    open,
    refresh,
    write,
    writeAll,
    change,
    undo,
    redo,
    addTrack,
    fix,
    fixAll,
    allocate,
    giveCodes,
    order,
    place,
    saved,
  }
})
