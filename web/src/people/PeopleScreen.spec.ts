import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { screen } from '../testing/screen'
import type { Heard } from '../testing/server'
import PeopleScreen from './PeopleScreen.vue'

const person = (id: number, name: string, more: object = {}) => ({
  id,
  name,
  kind: 'person',
  legalName: null,
  codes: [],
  missing: [] as string[],
  appears: id,
  ...more,
})
const EVERYBODY = [
  person(1, 'Mira Tollgate', { codes: [{ name: 'IPI', shown: '00123456786', right: true }] }),
  person(2, 'Joss Amberley', { codes: [{ name: 'ISNI', shown: '0000', right: false }] }),
  person(3, '水門'),
]
/** As the server finds them: by any spelling that it knows, or by what stands in the name. */
const finding =
  (all: () => ReturnType<typeof person>[], spellings: Record<string, number> = {}) =>
  (call: Heard) => {
    const query = new URLSearchParams(call.path.split('?')[1])
    const find = (query.get('find') ?? '').toLowerCase()
    const fit = all().filter((each) => spellings[find] === each.id || each.name.toLowerCase().includes(find))
    const from = query.has('after') ? fit.findIndex((each) => each.id === Number(query.get('after'))) + 1 : 0
    const to = from + Number(query.get('count'))
    return { people: fit.slice(from, to), more: fit.length > to }
  }
const people = (
  all: ReturnType<typeof person>[] | (() => ReturnType<typeof person>[]),
  spellings: Record<string, number> = {},
) =>
  screen(
    PeopleScreen,
    { 'GET /api/people': finding(typeof all === 'function' ? all : () => all, spellings) },
    {
      at: '/people',
      stubs: {
        PersonPage: { props: ['id'], template: '<p class="page">{{ id }}</p>' },
        PeopleStart: { template: '<i />' },
      },
    },
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
  it('shows one kind of people, and says of groups and companies that they are', async () => {
    const { shown, heard } = await people([person(1, 'Mira Tollgate'), person(2, 'Quay Consort', { kind: 'group' })])
    expect(shown.findAll('.name').map((each) => each.text().replace(/\s+/g, ' '))).toEqual([
      'Mira Tollgate',
      'Quay Consort group',
    ])
    await shown.find('select').setValue('group')
    await flushPromises()
    expect(heard.at(-1)!.path).toContain('kind=group')
  })
  it('is nobody at first, and it is said where people come from', async () => {
    expect((await people([])).shown.text()).toContain('No people yet. Everyone named on a release is listed here.')
  })
  it('stands there with codes and whether they are right, in words too', async () => {
    const at = await people(EVERYBODY)
    const lines = at.shown.findAll('.list li').map((each) => each.text())
    expect(lines[0]).toMatch(/Mira Tollgate.*IPI.*right.*1/)
    expect(lines[1]).toMatch(/Joss Amberley.*ISNI.*wrong.*2/)
  })
  it('is found by any spelling: what the server knows, and what stands there', async () => {
    const at = await people(EVERYBODY, { suimon: 3 })
    await typed(at, 'suimon')
    expect(names(at)).toEqual(['水門'])
    await typed(at, 'MIRA')
    expect(names(at)).toEqual(['Mira Tollgate'])
    await typed(at, '')
    expect(names(at)).toHaveLength(3)
    await typed(at, 'nobody of that name')
    expect(at.shown.text()).toContain('No names match “nobody of that name”.')
  })
  it('comes a hundred at a time', async () => {
    const all = Array.from({ length: 230 }, (_, i) => person(i + 1, `Ash Weir ${i}`))
    const at = await people(all)
    expect(names(at)).toHaveLength(100)
    await at.button('Show more').trigger('click')
    await flushPromises()
    await at.button('Show more').trigger('click')
    await flushPromises()
    expect(names(at)).toEqual(all.map((each) => each.name))
    expect(at.button('Show more')).toBeUndefined()
    await typed(at, 'ash')
    expect(at.shown.text()).toContain('There are more matches; type more of the name.')
  })
  it('is looked up again when somebody was renamed', async () => {
    let all = EVERYBODY
    const at = await people(() => all)
    all = [person(1, 'Mira Tollgate-Weir')]
    at.say('people', {})
    await vi.advanceTimersByTimeAsync(2000)
    await flushPromises()
    expect(names(at)).toEqual(['Mira Tollgate-Weir'])
  })
  it('says what others will ask of somebody', async () => {
    const { shown } = await people([person(1, 'Mira Tollgate', { missing: ['IPI', 'Society'] }), person(2, 'Sol')])
    expect(shown.findAll('li').map((each) => each.text())).toEqual(['Mira Tollgate 1without IPI, society', 'Sol 2'])
  })
})
