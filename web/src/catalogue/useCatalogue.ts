import { computed, onUnmounted, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, got, gotUpTo, Problem } from '../api/client'
import { useSession } from '../api/session'
import type { CatalogueColumn, CatalogueRow, CatalogueWindow, Stack } from '../api/types'
import { soon } from '../kit/soon'
import { goneOf, keysOf, USUAL, widthsOf, withWidth } from './filter'

export const SUBJECTS = ['recordings', 'releases', 'works'] as const
export type Subject = (typeof SUBJECTS)[number]

/** Rows that are asked for at once. */
export const PAGE = 100

/**
 * The table of the catalogue: what is shown stands in the address, so that the way back leads back and a view can be sent;
 * its rows are fetched in windows as they come into sight.
 */
export function useCatalogue() {
  const route = useRoute()
  const router = useRouter()
  const session = useSession()
  const subject = computed<Subject>(() => SUBJECTS.find((each) => each === route.params.subject) ?? 'recordings')
  const query = (key: string) => (typeof route.query[key] === 'string' ? route.query[key] : '')
  const find = computed(() => query('find'))
  const sort = computed(() => query('sort'))
  const shown = computed(() => query('columns') || USUAL[subject.value]!)

  const columns = ref<CatalogueColumn[]>([])
  const keys = computed(() => keysOf(shown.value, columns.value))
  const gone = computed(() => (columns.value.length ? goneOf(shown.value, columns.value) : []))
  const widths = computed(() => widthsOf(shown.value))
  const head = shallowRef<Omit<CatalogueWindow, 'rows'> | null>(null)
  const pages = shallowRef(new Map<number, CatalogueRow[]>())
  const stack = ref<Stack>({ undo: null, redo: null })
  const problem = ref('')
  /** Whether the last asking for all of it failed. */
  const failed = ref(false)
  let asked = 0
  /** The last look at a release that is in the rows, and the last that was announced. */
  let reached = 0
  let announced = 0
  /** First and last page in sight. */
  let sight: [number, number] = [0, 0]

  /** Goes to another filter, order or choice of columns. */
  function go(change: { find?: string; sort?: string; columns?: string; subject?: string }) {
    const next = { find: find.value, sort: sort.value, columns: query('columns'), ...change }
    const to = change.subject ?? subject.value
    if (change.subject && change.subject !== subject.value) Object.assign(next, { sort: '', columns: '', ...change })
    return router.push({
      path: `/catalogue/${to}`,
      query: Object.fromEntries(Object.entries(next).filter(([key, value]) => key !== 'subject' && value)),
    })
  }

  /** Makes a column so wide; null for the usual width. It is no step of the way back. */
  const widen = (key: string, width: number | null) =>
    router.replace({ query: { ...route.query, columns: withWidth(shown.value, key, width) } })

  async function attempt(deed: () => Promise<unknown>) {
    problem.value = ''
    try {
      await deed()
      return true
    } catch (failure) {
      problem.value = told(failure as Error)
      return false
    }
  }

  async function fetchPage(page: number): Promise<CatalogueRow[]> {
    const mine = asked
    const {
      data: { rows, ...rest },
      reached: now,
    } = await gotUpTo(
      api.GET('/api/catalogue/{subject}', {
        params: {
          path: { subject: subject.value },
          query: {
            find: find.value,
            sort: sort.value,
            columns: keys.value.join(','),
            from: page * PAGE,
            count: PAGE,
          },
        },
      }),
    )
    if (mine === asked && !held) head.value = rest
    if (mine === asked) reached = now
    return rows
  }

  /** Fetches what is in sight and not here yet. */
  async function see(first: number, last: number) {
    sight = [first, last]
    if (!columns.value.length) return
    const mine = asked
    for (let page = first; page <= last; page++)
      if (!pages.value.has(page))
        await attempt(async () => {
          const rows = await fetchPage(page)
          if (mine === asked) pages.value = new Map(pages.value).set(page, rows)
        })
  }

  /** Somebody is typing: rows stay where they are until that has ended. */
  let held = false
  let due = false
  function hold(now: boolean) {
    held = now
    if (held || !due) return
    due = false
    void reload()
  }

  /** Fetches what is in sight anew; what was there stays until then. */
  async function reload() {
    const mine = ++asked
    await attempt(async () => {
      const fresh = new Map<number, CatalogueRow[]>()
      for (let page = sight[0]; page <= sight[1]; page++) fresh.set(page, await fetchPage(page))
      if (mine !== asked) return
      if (held) due = true
      else pages.value = fresh
    })
    // what has come into sight meanwhile
    if (mine === asked) await see(...sight)
  }

  /** Another table, or the same in another order: from its beginning. */
  async function anew() {
    asked++
    held = due = false
    pages.value = new Map()
    sight = [0, 0]
    await reload()
  }

  const row = (index: number): CatalogueRow | undefined => pages.value.get(Math.floor(index / PAGE))?.[index % PAGE]

  /** Asks for all of it: columns, what can be taken back, and the rows in sight. */
  async function open() {
    const of = subject.value
    columns.value = []
    head.value = null
    failed.value = false
    await attempt(async () => {
      const path = { subject: subject.value }
      columns.value = await got(api.GET('/api/catalogue/{subject}/columns', { params: { path } }))
      stack.value = await got(api.GET('/api/catalogue/stack'))
      await anew()
    })
    if (of === subject.value) failed.value = !head.value
  }
  watch(subject, open, { immediate: true })
  watch([find, sort, () => keys.value.join()], () => columns.value.length && anew())

  // what was written here was fetched with the rows behind it, and is not fetched again when it is announced
  const later = soon(() => announced > reached && reload())
  const all = soon(reload)
  const stops = [
    session.on('stands', (data) => ((announced = Math.max(announced, Number(data.looked))), later.ask())),
    session.on('standing', all.ask),
    session.on('missed', all.ask),
  ]
  onUnmounted(() => (later.cancel(), all.cancel(), stops.forEach((stop) => stop())))

  /** Shows what was written in all rows of its thing, until they come anew. */
  function show(column: CatalogueColumn, after: string | null, target: number) {
    const written = (row: CatalogueRow): CatalogueRow => {
      if (targetOf(row, column.entity!) !== target) return row
      const cells = { ...row.cells }
      if (after === null) delete cells[column.key]
      else cells[column.key] = { value: after, shown: null, carried: false }
      return { ...row, cells }
    }
    pages.value = new Map([...pages.value].map(([page, rows]) => [page, rows.map(written)]))
  }

  /** Writes one fact where it was seen; whether it was written. */
  const write = (field: string, after: string | null, places: { target: number; before?: string | null }[]) =>
    attempt(async () => {
      stack.value = await got(
        api.POST('/api/catalogue/changes', {
          body: { field, after, places: places.map(({ target, before }) => ({ target, before: before ?? null })) },
        }),
      )
      const column = columns.value.find((each) => each.field === field)
      if (column?.entity) for (const { target } of places) show(column, after, target)
      await reload()
    })
  const undo = () =>
    attempt(async () => {
      stack.value = await got(api.POST('/api/catalogue/undo'))
      await reload()
    })
  const redo = () =>
    attempt(async () => {
      stack.value = await got(api.POST('/api/catalogue/redo'))
      await reload()
    })
  /** Shows what was done elsewhere and can be taken back here. */
  const done = async (now: Stack) => {
    stack.value = now
    await reload()
  }
  const allocate = (recordings: number[]) =>
    attempt(async () => {
      const given = await got(
        api.POST('/api/catalogue/isrcs', { body: { recordings, find: recordings.length ? null : find.value } }),
      )
      stack.value = given.stack
      await reload()
    })

  return {
    subject,
    find,
    sort,
    shown,
    keys,
    gone,
    widths,
    widen,
    columns,
    head,
    pages,
    stack,
    problem,
    failed,
    open,
    go,
    row,
    see,
    reload,
    hold,
    write,
    undo,
    redo,
    allocate,
    done,
    attempt,
  }
}

export type Catalogue = ReturnType<typeof useCatalogue>

interface Conflict {
  before?: string | null
  seen?: string | null
  stored?: string | null
  wanted?: string | null
}

/** What went wrong; where somebody was quicker, both values. */
function told(failure: Error): string {
  const conflicts = failure instanceof Problem ? (failure.more.conflicts as Conflict[] | undefined) : undefined
  if (!conflicts?.length) return failure.message
  const first = conflicts[0]!
  const more = conflicts.length > 1 ? `, and ${conflicts.length - 1} more` : ''
  return `${failure.message} Now it is “${first.stored ?? 'empty'}”; you saw “${first.seen ?? 'empty'}” and wanted “${first.wanted ?? 'empty'}”${more}.`
}

/** The number of the thing that a fact of this row belongs to. */
export function targetOf(row: CatalogueRow, entity: string): number {
  if (entity === 'release') return row.release
  if (entity === 'track') return row.trackId
  return entity === 'recording' ? row.recordingId : row.workId
}

/** What a row is, wherever it stands: one recording may stand on several releases. */
export function keyOf(row: CatalogueRow, subject: Subject): number {
  return subject === 'recordings' ? row.trackId : idOf(row, subject)
}

/** The number of the row's own subject. */
export function idOf(row: CatalogueRow, subject: Subject): number {
  if (subject === 'releases') return row.release
  return subject === 'works' ? row.workId : row.recordingId
}
