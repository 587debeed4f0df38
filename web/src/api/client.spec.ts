import { afterEach, describe, expect, it, vi } from 'vitest'
import { forgetAnswers } from './answers'
import { api, got, Problem, signedOut } from './client'

const answer = (status: number, body: unknown) =>
  vi.stubGlobal(
    'fetch',
    vi.fn(async () => new Response(body === undefined ? '' : JSON.stringify(body), { status })),
  )
afterEach(() => {
  vi.unstubAllGlobals()
  forgetAnswers()
})

describe('calls to the server', () => {
  it('carry the token against forgery as it stands at the moment of the call', async () => {
    answer(200, { name: 'M. Arden' })
    document.cookie = 'XSRF-TOKEN=first'
    await got(api.GET('/api/session'))
    document.cookie = 'XSRF-TOKEN=second%2B'
    await got(api.POST('/api/session', { body: { name: 'x', password: '', code: '' } }))
    const headers = vi
      .mocked(fetch)
      .mock.calls.map((each) => (each[1]!.headers as Record<string, string>)['X-XSRF-TOKEN'])
    expect(headers).toEqual(['first', 'second+'])
  })
  it('throw the problem document in its own words', async () => {
    answer(409, {
      type: 'urn:entrada:problem:changed-meanwhile',
      detail: 'Somebody changed this in the meantime.',
      conflicts: [{ stored: 'Hers' }],
    })
    const failure = await got(api.POST('/api/people/undo')).catch((each) => each as Problem)
    expect(failure).toBeInstanceOf(Problem)
    expect((failure as Problem).type).toBe('changed-meanwhile')
    expect((failure as Problem).message).toBe('Somebody changed this in the meantime.')
    expect((failure as Problem).more.conflicts).toHaveLength(1)
  })
  it('say what is safe when the server cannot be reached', async () => {
    vi.stubGlobal(
      'fetch',
      vi.fn(async () => Promise.reject(new TypeError('failed'))),
    )
    const failure = (await got(api.GET('/api/desk')).catch((each) => each)) as Problem
    expect(failure.type).toBe('unreachable')
    expect(failure.message).toContain('Nothing was changed')
  })
  it('say so even when the answer is no problem document', async () => {
    answer(502, undefined)
    expect(((await got(api.GET('/api/desk')).catch((each) => each)) as Problem).message).toContain('502')
  })
  it('tell when nobody is signed in any more', async () => {
    answer(401, { type: 'urn:entrada:problem:signed-out', detail: 'You are signed out.' })
    const notice = vi.fn()
    signedOut.notice = notice
    await got(api.GET('/api/desk')).catch(() => {})
    expect(notice).toHaveBeenCalledOnce()
  })
  it('do not send again what is still the same', async () => {
    const asked: (string | undefined)[] = []
    const stored = { tag: 'W/"a"', name: 'M. Arden' }
    vi.stubGlobal(
      'fetch',
      vi.fn(async (_: string, how: { headers: Record<string, string> }) => {
        const had = how.headers['If-None-Match']
        asked.push(had)
        const headers = { ETag: stored.tag }
        return had === stored.tag
          ? new Response(null, { status: 304, headers })
          : new Response(JSON.stringify({ name: stored.name }), { status: 200, headers })
      }),
    )
    const who = async () => (await got(api.GET('/api/session'))) as { name: string }
    expect((await who()).name).toBe('M. Arden')
    expect((await who()).name).toBe('M. Arden')
    Object.assign(stored, { tag: 'W/"b"', name: 'Sol Pereira-Finch' })
    expect((await who()).name).toBe('Sol Pereira-Finch')
    forgetAnswers()
    expect((await who()).name).toBe('Sol Pereira-Finch')
    expect(asked).toEqual([undefined, 'W/"a"', 'W/"a"', undefined])
  })
})
