import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { screen } from '../testing/screen'
import PeopleScreen from './PeopleScreen.vue'

const person = (id: number, name: string, more: object = {}) => ({
  id,
  name,
  kind: 'person',
  legalName: null,
  codes: [],
  appears: id,
  ...more,
})
const EVERYBODY = [
  person(1, 'Mira Tollgate', { codes: [{ name: 'IPI', shown: '00123456786', right: true }] }),
  person(2, 'Joss Amberley', { codes: [{ name: 'ISNI', shown: '0000', right: false }] }),
  person(3, '水門'),
]
const people = (all: object[], routes: Record<string, unknown> = {}) =>
  screen(
    PeopleScreen,
    { 'GET /api/people': all, ...routes },
    { at: '/people', stubs: { PersonPage: { props: ['id'], template: '<p class="page">{{ id }}</p>' } } },
  )
type People = Awaited<ReturnType<typeof people>>
const names = ({ shown }: People) => shown.findAll('.list .name').map((each) => each.text())
async function typed(at: People, words: string) {
  await at.shown.find('input').setValue(words)
  await vi.advanceTimersByTimeAsync(300)
  await flushPromises()
}
beforeEach(() => vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] }))
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('C3 Everybody', () => {
  it('is nobody at first, and it is said where people come from', async () => {
    expect((await people([])).shown.text()).toContain('Nobody yet. Whoever is named on a release stands here.')
  })
  it('stands there with codes and whether they are right, in words too', async () => {
    const at = await people(EVERYBODY)
    const lines = at.shown.findAll('.list li').map((each) => each.text())
    expect(lines[0]).toMatch(/Mira Tollgate.*IPI.*right.*1/)
    expect(lines[1]).toMatch(/Joss Amberley.*ISNI.*wrong.*2/)
  })
  it('is found by any spelling: what the server knows, and what stands there', async () => {
    const at = await people(EVERYBODY, {
      'GET /api/people/find': [{ id: 3, name: '水門', why: 'in Latin letters: Suimon' }],
    })
    await typed(at, 'suimon')
    expect(names(at)).toEqual(['水門'])
    await typed(at, 'MIRA')
    expect(names(at)).toContain('Mira Tollgate')
    await typed(at, '')
    expect(names(at)).toHaveLength(3)
  })
  it('is looked through here alone when the server does not answer', async () => {
    const at = await people(EVERYBODY)
    await typed(at, 'amber')
    expect(names(at)).toEqual(['Joss Amberley'])
    await typed(at, 'nobody of that name')
    expect(at.shown.text()).toContain('Nobody is called anything like “nobody of that name”.')
  })
  it('is looked up again when somebody was renamed', async () => {
    let all = EVERYBODY
    const at = await screen(
      PeopleScreen,
      { 'GET /api/people': () => all },
      { at: '/people', stubs: { PersonPage: { template: '<p />' } } },
    )
    all = [person(1, 'Mira Tollgate-Weir')]
    at.say('people', {})
    await vi.advanceTimersByTimeAsync(2000)
    await flushPromises()
    expect(names(at)).toEqual(['Mira Tollgate-Weir'])
  })
})
