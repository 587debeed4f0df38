import { defineStore } from 'pinia'
import { ref } from 'vue'
import { call, signedOut } from './client'
import type { Job, Session } from './types'

type Listener = (data: Record<string, unknown>) => void

/** Who is signed in, what the background does, and what the server announces. */
export const useSession = defineStore('session', () => {
  const who = ref<Session | null>(null)
  const jobs = ref<Job[]>([])
  const online = ref(true)
  const listeners = new Map<string, Set<Listener>>()
  let stream: EventSource | null = null

  async function load() {
    who.value = await call<Session>('GET', '/api/session')
    if (who.value.name) listen()
  }

  async function signIn(path: string, name: string, password: string) {
    who.value = await call<Session>('POST', path, { name, password })
    listen()
  }

  async function signOut() {
    await call('DELETE', '/api/session')
    forget()
  }

  function forget() {
    stream?.close()
    stream = null
    void load()
  }
  signedOut.notice = forget

  function listen() {
    stream?.close()
    stream = new EventSource('/api/events')
    stream.onopen = () => (online.value = true)
    stream.onerror = () => (online.value = false)
    stream.onmessage = (event) => {
      const said = JSON.parse(event.data) as { kind: string; data: Record<string, unknown> }
      if (said.kind === 'job' || said.kind === 'hello') void refreshJobs()
      for (const listener of listeners.get(said.kind) ?? []) listener(said.data)
    }
  }

  let waiting = false
  async function refreshJobs() {
    if (waiting) return
    waiting = true
    try {
      jobs.value = await call<Job[]>('GET', '/api/jobs')
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
