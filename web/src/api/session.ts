import { defineStore } from 'pinia'
import { ref } from 'vue'
import { forgetAnswers } from './answers'
import { PAGE, api, got, signedOut } from './client'
import type { Job, Session } from './types'

interface Said {
  kind: string
  /** The page whose deed it was. */
  page?: string
  data: Record<string, unknown>
}
/** Milliseconds after which the server is asked again. */
const A_LITTLE_LATER = 5000

/** @param ours whether this very page did what is announced */
type Listener = (data: Record<string, unknown>, ours: boolean) => void

/** Who is signed in, what the background does, and what the server announces. */
export const useSession = defineStore('session', () => {
  const who = ref<Session | null>(null)
  const jobs = ref<Job[]>([])
  const online = ref(true)
  const listeners = new Map<string, Set<Listener>>()
  /** Whether something was heard before, by this tab or through another: what was said between then and now was missed. */
  let listened = false
  const tabs = new BroadcastChannel('entrada-announcements')
  tabs.onmessage = (event) => {
    // another tab listens for this one: should it take over, there was a gap
    listened = true
    hear(event.data as Said)
  }
  let ended: AbortController | null = null

  async function load() {
    const now = await got(api.GET('/api/session'))
    who.value = now
    if (now.name && !now.must) listen()
  }

  /** Signs in; where nobody has an account yet, with the first one that is made so. */
  async function signIn(first: boolean, name: string, password: string, code = '') {
    const body = { name, password, code }
    who.value = await got(first ? api.POST('/api/accounts/first', { body }) : api.POST('/api/session', { body }))
    if (!who.value.must) listen()
  }

  async function signOut() {
    await got(api.DELETE('/api/session'))
    forget()
  }

  function forget() {
    forgetAnswers()
    ended?.abort()
    ended = null
    listened = false
    void load()
  }
  signedOut.notice = forget

  /**
   * One tab listens for all: a browser opens six connections to a server and no more, and each stream holds one. The tab
   * that holds the lock tells the others; when it closes, the next takes over.
   */
  function listen() {
    if (ended) return
    const end = new AbortController()
    ended = end
    if (!navigator.locks) return openStream(end.signal)
    void navigator.locks
      .request('entrada-announcements', { signal: end.signal }, () => {
        openStream(end.signal)
        return new Promise<void>((release) => end.signal.addEventListener('abort', () => release()))
      })
      .catch(() => {})
    void refreshJobs()
  }

  function openStream(end: AbortSignal) {
    const stream = new EventSource('/api/events')
    const connection = (up: boolean) => tell({ kind: 'connection', data: { up } })
    stream.onopen = () => connection(true)
    stream.onerror = () => {
      connection(false)
      // it was refused and does not try again: nobody is signed in any more, or something between here and there is down
      if (stream.readyState === EventSource.CLOSED && !end.aborted) reopen()
    }
    stream.onmessage = (event) => {
      const said = JSON.parse(event.data) as Said
      tell(said)
      if (said.kind !== 'hello') return
      // the first to listen has missed nothing; tabs that were there before it have
      const missed = { kind: 'missed', data: {} }
      tabs.postMessage(missed)
      if (listened) hear(missed)
      listened = true
    }
    end.addEventListener('abort', () => stream.close())
  }

  /** Looks who is signed in, and listens again if somebody is; as long as the server cannot be asked, a little later. */
  function reopen() {
    ended?.abort()
    ended = null
    load().then(
      () => who.value?.name || forgetAnswers(),
      () => setTimeout(reopen, A_LITTLE_LATER),
    )
  }

  function tell(said: Said) {
    tabs.postMessage(said)
    hear(said)
  }

  function hear(said: Said) {
    if (said.kind === 'connection') online.value = said.data.up === true
    if (said.kind === 'job' || said.kind === 'missed') void refreshJobs()
    for (const listener of listeners.get(said.kind) ?? []) listener(said.data, said.page === PAGE)
  }

  let waiting = false
  async function refreshJobs() {
    if (waiting) return
    waiting = true
    try {
      jobs.value = await got(api.GET('/api/jobs'))
    } finally {
      waiting = false
    }
  }

  /** Calls the listener at each announcement of a kind; gives back how to stop. */
  function on(kind: string, listener: Listener): () => void {
    const set = listeners.get(kind) ?? new Set()
    listeners.set(kind, set.add(listener))
    return () => set.delete(listener)
  }

  return { who, jobs, online, load, signIn, signOut, on }
})
