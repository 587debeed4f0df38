import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import { PAGE } from '../api/client'
import { useSession } from '../api/session'
import { announcements, server } from '../testing/server'
import { useLoad } from './useLoad'

vi.stubGlobal(
  'BroadcastChannel',
  class {
    postMessage() {}
  },
)
beforeEach(() => setActivePinia(createPinia()))

function screen<T>(ask: () => Promise<T>, again?: Parameters<typeof useLoad>[1]) {
  let got!: ReturnType<typeof useLoad<T>>
  const shown = mount(
    defineComponent({ setup: () => ((got = useLoad(ask, again)), () => h('p', String(got.value.value))) }),
  )
  return { shown, got }
}

describe('what a screen shows of the server', () => {
  it('is asked for when it is shown', async () => {
    const { shown } = screen(async () => 'nine releases')
    expect(shown.text()).toBe('null')
    await flushPromises()
    expect(shown.text()).toBe('nine releases')
  })
  it('stays when asking again fails, and the failure is said until it goes well', async () => {
    let fails = false
    const { shown, got } = screen(async () => {
      if (fails) throw new Error('The server cannot be reached.')
      return 'nine releases'
    })
    await flushPromises()
    fails = true
    await got.load()
    expect(got.problem.value).toBe('The server cannot be reached.')
    expect(shown.text()).toBe('nine releases')
    fails = false
    await got.load()
    expect(got.problem.value).toBe('')
  })
  it('is said not to be there as long as asking failed, though the problem was read and closed', async () => {
    const answers: (() => Promise<string>)[] = [
      () => Promise.reject(new Error('The server cannot be reached.')),
      () => Promise.reject(new Error('The server cannot be reached.')),
      () => Promise.resolve('nine releases'),
    ]
    const { got } = screen(() => answers.shift()!())
    await flushPromises()
    expect(got.failed.value).toBe(true)
    got.problem.value = ''
    expect(got.failed.value).toBe(true)
    const second = got.load()
    expect(got.failed.value).toBe(false)
    await second
    expect([got.failed.value, got.problem.value]).toEqual([true, 'The server cannot be reached.'])
    await got.load()
    expect(got.failed.value).toBe(false)
  })
  it('is what was asked for last, whichever answer comes first', async () => {
    const waiting: ((says: string) => void)[] = []
    const { shown, got } = screen(() => new Promise<string>((answer) => waiting.push(answer)))
    void got.load()
    waiting[1]!('the later one')
    await flushPromises()
    waiting[0]!('the earlier one')
    await flushPromises()
    expect(shown.text()).toBe('the later one')
  })
  it('of a deed that answered with it is not replaced by what was asked for before', async () => {
    const waiting: ((says: string) => void)[] = []
    const { shown, got } = screen(() => new Promise<string>((answer) => waiting.push(answer)))
    got.take('as it is now')
    waiting[0]!('as it was before')
    await flushPromises()
    expect(shown.text()).toBe('as it is now')
  })
  it('is asked for again when what it depends on is different', async () => {
    const revision = ref(1)
    const { shown } = screen(async () => `revision ${revision.value}`, { when: revision })
    await flushPromises()
    revision.value = 2
    await flushPromises()
    expect(shown.text()).toBe('revision 2')
  })
  it('says that asking again failed, though the deed before it was done', async () => {
    let fails = false
    const { got } = screen(() => (fails ? Promise.reject(new Error('Away.')) : Promise.resolve('nine releases')))
    await flushPromises()
    fails = true
    expect(await got.attempt(() => got.load())).toBe(true)
    expect(got.problem.value).toBe('Away.')
  })
  it('says in the same place why a deed failed, and shows what the deed has brought', async () => {
    const { shown, got } = screen(() => Promise.resolve('nine releases'))
    await flushPromises()
    expect(await got.attempt(() => Promise.reject(new Error('That name is taken.')))).toBe(false)
    expect(got.problem.value).toBe('That name is taken.')
    expect(shown.text()).toBe('nine releases')
    expect(await got.attempt(async () => (got.value.value = 'ten releases'))).toBe(true)
    await flushPromises()
    expect(got.problem.value).toBe('')
    expect(shown.text()).toBe('ten releases')
  })
  it('is asked for again by what is announced: always, when it was done elsewhere, or when it is meant', async () => {
    const stream = announcements()
    server({ 'GET /api/session': { name: 'M. Arden', role: 'manager' }, 'GET /api/jobs': [] })
    await useSession().load()
    let asked = 0
    screen(async () => ++asked, {
      announced: { delivery: 'always', people: 'elsewhere', release: (data) => data.id === 7 },
    })
    await flushPromises()
    const saying: [string, object, string | undefined, number][] = [
      ['people', {}, PAGE, 1],
      ['release', { id: 8 }, undefined, 1],
      ['standing', {}, undefined, 1],
      ['delivery', {}, PAGE, 2],
      ['people', {}, undefined, 3],
      ['release', { id: 7 }, undefined, 4],
      ['missed', {}, undefined, 5],
    ]
    vi.useFakeTimers()
    for (const [kind, data, page, times] of saying) {
      stream.say(kind, data, page)
      await vi.advanceTimersByTimeAsync(500)
      expect(asked, kind).toBe(times)
    }
    vi.useRealTimers()
  })
})
