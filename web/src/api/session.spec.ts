import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { announcements, Refused, server } from '../testing/server'
import { PAGE } from './client'
import { useSession } from './session'

const ARDEN = { name: 'M. Arden', role: 'manager' }
let stream: ReturnType<typeof announcements>

beforeEach(() => {
  stream = announcements()
  setActivePinia(createPinia())
})
afterEach(() => vi.unstubAllGlobals())

describe('P1 Who is signed in, and what the server announces', () => {
  it('listens once somebody is signed in, and not before', async () => {
    server({ 'GET /api/session': { name: null, role: null } })
    await useSession().load()
    expect(stream.opened()).toBe(0)
    server({ 'GET /api/session': ARDEN, 'GET /api/jobs': [] })
    await useSession().load()
    expect(stream.opened()).toBe(1)
    await useSession().load()
    expect(stream.opened()).toBe(1)
  })
  it('signs in by name and password, the first account of a new house too', async () => {
    const { heard } = server({ 'POST /api/session': ARDEN, 'POST /api/accounts/first': ARDEN, 'GET /api/jobs': [] })
    await useSession().signIn(false, 'M. Arden', 'weir')
    await useSession().signIn(true, 'M. Arden', 'weir')
    expect(heard.filter((call) => call.method === 'POST').map((call) => call.path)).toEqual([
      '/api/session',
      '/api/accounts/first',
    ])
    expect(heard[0]!.body).toEqual({ name: 'M. Arden', password: 'weir', code: '' })
    expect(useSession().who?.role).toBe('manager')
  })
  it('says why somebody is not let in, and nobody is signed in then', async () => {
    server({ 'POST /api/session': new Refused(401, 'wrong-password', 'Name or password is wrong.') })
    await expect(useSession().signIn(false, 'M. Arden', 'wier')).rejects.toThrow('Name or password is wrong.')
    expect(useSession().who).toBeNull()
    expect(stream.opened()).toBe(0)
  })
  it('asks who is signed in when its stream is refused: the session may have been ended elsewhere', async () => {
    let who: unknown = ARDEN
    let away = false
    server({
      'GET /api/session': () => {
        if (away) throw new TypeError('not reachable')
        return who
      },
      'GET /api/jobs': [],
    })
    const session = useSession()
    await session.load()
    expect(stream.opened()).toBe(1)
    // something in between was down: it is tried again, and nobody is signed out
    vi.useFakeTimers()
    away = true
    stream.refuse()
    await vi.advanceTimersByTimeAsync(4000)
    away = false
    await vi.advanceTimersByTimeAsync(2000)
    vi.useRealTimers()
    expect(session.who?.name).toBe('M. Arden')
    expect(stream.opened()).toBe(2)
    // the session was ended
    who = { name: null, role: null, firstVisit: false, must: null }
    stream.refuse()
    await vi.waitFor(() => expect(session.who?.name).toBeNull())
    expect(stream.opened()).toBe(2)
  })
  it('tells those who asked for a kind of announcement, until they stop', async () => {
    server({ 'GET /api/session': ARDEN, 'GET /api/jobs': [] })
    const session = useSession()
    await session.load()
    const told: unknown[] = []
    const stop = session.on('release', (data) => told.push(data))
    stream.say('release', { id: 7 })
    stream.say('people', { id: 8 })
    stop()
    stream.say('release', { id: 9 })
    expect(told).toEqual([{ id: 7 }])
  })
  it('says of an announcement whether it is of a deed of this page', async () => {
    server({ 'GET /api/session': ARDEN, 'GET /api/jobs': [] })
    const session = useSession()
    await session.load()
    const told: boolean[] = []
    session.on('release', (_, ours) => told.push(ours))
    stream.say('release', { id: 7 }, PAGE)
    stream.say('release', { id: 7 }, '00000000-0000-4000-8000-000000000000')
    stream.say('release', { id: 7 })
    expect(told).toEqual([true, false, false])
  })
  it('says that something may have been missed when the stream begins anew, and not when it begins', async () => {
    server({ 'GET /api/session': ARDEN, 'GET /api/jobs': [] })
    const session = useSession()
    await session.load()
    let missed = 0
    session.on('missed', () => missed++)
    stream.say('hello', {})
    expect(missed).toBe(0)
    stream.say('hello', {})
    expect(missed).toBe(1)
  })
  it('asks for the work in the background when there is news of it', async () => {
    const jobs = [{ id: 1, says: 'Measuring 01 Almanac.wav' }]
    const { heard } = server({ 'GET /api/session': ARDEN, 'GET /api/jobs': jobs })
    await useSession().load()
    stream.say('job', {})
    await flushPromises()
    expect(heard.some((call) => call.path === '/api/jobs')).toBe(true)
    expect(useSession().jobs).toEqual(jobs)
  })
  it('knows when the connection is gone', async () => {
    server({ 'GET /api/session': ARDEN, 'GET /api/jobs': [] })
    await useSession().load()
    stream.say('connection', { up: false })
    expect(useSession().online).toBe(false)
    stream.say('connection', { up: true })
    expect(useSession().online).toBe(true)
  })
  it('stops listening when somebody signs out', async () => {
    let signedIn = true
    server({
      'GET /api/session': () => (signedIn ? ARDEN : { name: null, role: null }),
      'GET /api/jobs': [],
      'DELETE /api/session': () => ((signedIn = false), {}),
    })
    await useSession().load()
    await useSession().signOut()
    await flushPromises()
    expect(stream.closed()).toBe(1)
    expect(useSession().who?.name).toBeNull()
  })
})
