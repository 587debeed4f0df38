/**
 * The edits that wait for the server, sent one after another in the order in which they were made. One that was not
 * answered stays; each sees what the one before it left; what another person changed meanwhile is held apart, fact by fact.
 */
import { computed, ref } from 'vue'
import { Problem } from '../api/client'
import type { Edit } from '../api/types'
import type { Keeping, Waiting } from './kept'

/** What two people wanted at once. */
export interface Conflict {
  field: string
  target: number
  seen: string | null
  stored: string | null
  wanted: string | null
}

export interface Ways {
  keeping: Keeping
  tab: string
  isOpen: (tab: string) => Promise<boolean>
  who: () => string
  /** Sends an edit, and takes over what it changed; throws the {@link Problem}. */
  send: (edit: Waiting) => Promise<void>
  /** What the page shows of a fact after that; nothing where it does not show it. */
  stored: (edit: Edit) => string | null | undefined
  refused: (edit: Waiting, problem: Problem) => void
  conflicted: () => Promise<void>
}

const FIRST_PAUSE = 2_000
const LONGEST_PAUSE = 30_000

export const fact = (of: { target: number; field: string }) => `${of.field} ${of.target}`
/** The server is away, or says so itself; the same edit may be taken later. */
export const passing = (problem: Problem) =>
  problem.status === 0 || problem.type === 'signed-out' || [429, 502, 503, 504].includes(problem.status)

export function useEdits(ways: Ways) {
  const waiting = ref<Waiting[]>([])
  const held = ref<Waiting[]>([])
  const away = ref(false)
  const waiters = new Map<Waiting, (done: boolean) => void>()
  let running: Promise<void> | null = null
  let timer: ReturnType<typeof setTimeout> | undefined
  let pause = FIRST_PAUSE

  const conflicts = computed<Conflict[]>(() =>
    held.value.flatMap((edit) =>
      edit.changes.map((change) => ({
        field: change.field,
        target: change.target,
        seen: change.before ?? null,
        stored: edit.theirs?.[fact(change)] ?? null,
        wanted: change.after ?? null,
      })),
    ),
  )

  let count = 0
  /** Known from the first moment, so that what is done with an edit never waits for where it is kept. */
  const fresh = () => `${Date.now().toString(36).padStart(9, '0')}-${String(count++).padStart(6, '0')}-${ways.tab}`
  const ended = new Set<string>()

  /** Takes up what was left by this tab before a reload, and by tabs that are closed. */
  async function resume() {
    for (const edit of await ways.keeping.all()) {
      // read before it was dropped: it is over
      if (edit.who !== ways.who() || ended.has(edit.id)) continue
      if (edit.tab !== ways.tab) {
        if (await ways.isOpen(edit.tab)) continue
        edit.tab = ways.tab
        await ways.keeping.put(edit)
      }
      const known = [...waiting.value, ...held.value].some((each) => each.id === edit.id)
      if (!known) (edit.theirs ? held : waiting).value.push(edit)
    }
    void run()
  }

  /** Puts an edit behind those that wait. True when it was taken or is kept until the server is back; false when refused. */
  function add(release: number, changes: Edit[], says: string, source: string): Promise<boolean> {
    // what is typed over a fact that is in question is what is wanted now; the question stays
    changes = changes.filter((change) => {
      const question = held.value.find((each) => each.changes.some((other) => fact(other) === fact(change)))
      const asked = question?.changes.find((other) => fact(other) === fact(change))
      if (question && asked) {
        asked.after = change.after
        asked.people = change.people
        void ways.keeping.put(question)
      }
      return !asked
    })
    if (!changes.length) return Promise.resolve(false)
    const edit: Waiting = {
      id: fresh(),
      who: ways.who(),
      tab: ways.tab,
      release,
      says,
      source,
      changes: changes.map((change) => ({ ...change, before: after(change) })),
    }
    waiting.value = [...waiting.value, edit]
    const mine = waiting.value[waiting.value.length - 1]!
    const done = new Promise<boolean>((resolve) => waiters.set(mine, resolve))
    void ways.keeping.put(mine).then(run, run)
    return done
  }

  /** What a fact will be when all that waits is written. */
  function after(change: Edit): Edit['before'] {
    for (const edit of [...waiting.value].reverse())
      for (const earlier of edit.changes) if (fact(earlier) === fact(change)) return earlier.after ?? null
    return change.before
  }

  function settle(edit: Waiting, done: boolean) {
    waiters.get(edit)?.(done)
    waiters.delete(edit)
  }

  function run(): Promise<void> {
    running ??= work().finally(() => (running = null))
    return running
  }

  async function work() {
    clearTimeout(timer)
    while (waiting.value.length) {
      const edit = waiting.value[0]!
      try {
        await ways.send(edit)
        away.value = false
        pause = FIRST_PAUSE
        await gone(edit)
        for (const change of edit.changes) follow(change, ways.stored(change) ?? change.after)
        settle(edit, true)
      } catch (failure) {
        if (!(failure instanceof Problem)) throw failure
        if (passing(failure)) return later(failure)
        await gone(edit)
        if (failure.type === 'changed-meanwhile') await apart(edit, failure.more.conflicts as Conflict[])
        else {
          for (const change of edit.changes) follow(change, change.before)
          ways.refused(edit, failure)
        }
        settle(edit, false)
      }
    }
    away.value = false
  }

  async function gone(edit: Waiting) {
    ended.add(edit.id)
    waiting.value = waiting.value.filter((each) => each !== edit)
    await ways.keeping.drop(edit)
  }

  /** What comes behind a change of the same fact has seen what that one left. */
  function follow(change: Edit, left: string | null | undefined) {
    for (const edit of waiting.value)
      for (const next of edit.changes)
        if (fact(next) === fact(change)) {
          next.before = left ?? null
          void ways.keeping.put(edit)
          return
        }
  }

  /** The facts in question are held; the others of the edit go on by themselves, before everything else. */
  async function apart(edit: Waiting, found: Conflict[]) {
    const theirs = Object.fromEntries(found.map((each) => [fact(each), each.stored]))
    const wanted = Object.fromEntries(found.map((each) => [fact(each), each.wanted]))
    const asked = edit.changes.filter((change) => fact(change) in theirs)
    const others = edit.changes.filter((change) => !(fact(change) in theirs))
    for (const change of asked) {
      // as the server would have written it: people with shares are a text from here on, to be read beside the other
      if (change.people) {
        change.after = wanted[fact(change)] ?? null
        change.people = null
      }
      // what was typed over it since is what is wanted now
      for (const later of waiting.value)
        for (const next of later.changes.filter((each) => fact(each) === fact(change))) {
          change.after = next.after
          change.people = next.people
        }
      for (const later of waiting.value) later.changes = later.changes.filter((each) => fact(each) !== fact(change))
    }
    for (const empty of waiting.value.filter((each) => !each.changes.length)) {
      await gone(empty)
      settle(empty, false)
    }
    const apart: Waiting = { ...edit, id: fresh(), changes: asked, theirs }
    held.value = [...held.value, apart]
    await ways.keeping.put(held.value[held.value.length - 1]!)
    if (others.length && asked.length) {
      const rest: Waiting = { ...edit, id: fresh(), changes: others }
      waiting.value = [rest, ...waiting.value]
      await ways.keeping.put(waiting.value[0]!)
    }
    await ways.conflicted()
  }

  function later(failure: Problem) {
    away.value = failure.type !== 'signed-out'
    // they are kept: whoever waits for them need not wait for the server
    for (const edit of waiting.value) settle(edit, true)
    timer = setTimeout(() => void run(), pause)
    pause = Math.min(2 * pause, LONGEST_PAUSE)
  }

  /** Ends one conflict: the other's value stays, or one's own is written over it, seen this time. */
  async function decide(conflict: Conflict, mine: boolean) {
    const edit = held.value.find((each) => each.changes.some((change) => fact(change) === fact(conflict)))
    if (!edit) return
    const change = edit.changes.find((each) => fact(each) === fact(conflict))!
    edit.changes = edit.changes.filter((each) => each !== change)
    if (edit.changes.length) await ways.keeping.put(edit)
    else {
      ended.add(edit.id)
      held.value = held.value.filter((each) => each !== edit)
      await ways.keeping.drop(edit)
    }
    if (mine) await add(edit.release, [{ ...change, before: conflict.stored }], edit.says, edit.source)
  }

  return { waiting, held, conflicts, away, add, resume, run, decide }
}
