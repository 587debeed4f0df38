import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { screen } from '../testing/screen'
import type { Heard } from '../testing/server'
import PeopleStart from './PeopleStart.vue'

const line = (id: number, name: string, appears = 2) => ({
  id,
  name,
  appears,
  kind: null,
  legalName: null,
  codes: [],
  missing: [],
})
const wanting = (
  field: string,
  name: string,
  whose: string,
  people: ReturnType<typeof line>[],
  count = people.length,
) => ({
  field,
  name,
  whose,
  count,
  people,
})
const family = (names: string[]) => ({
  kind: 'people',
  members: names.map((text, i) => ({ id: `${i}`, text, count: 5 - i, sure: true })),
  leftOut: [],
  evidence: [],
  places: 1,
})
const open = (missing: object[], families: object[] = [], more: Record<string, unknown> = {}, readOnly = false) =>
  screen(
    PeopleStart,
    {
      'GET /api/people/wanting': missing,
      'GET /api/families': { kinds: [], total: families.length, families, apart: [] },
      ...more,
    },
    { at: '/people', props: { readOnly } },
  )
afterEach(() => vi.unstubAllGlobals())

describe('What is worth doing for people', () => {
  it('says how many lack what, and of whom it is asked', async () => {
    const { shown } = await open([
      wanting('party.ipi', 'IPI', 'writers', [line(1, 'Tobit Marrow'), line(2, 'Wanda Sleet')]),
      wanting('party.legalName', 'Legal name', 'writers and performers', [line(1, 'Tobit Marrow')]),
    ])
    const heads = shown.findAll('.opens').map((each) => each.text().replace(/\s+/g, ' '))
    expect(heads[0]).toContain('2 writers without IPI')
    expect(heads[0]).toContain('Tobit Marrow, Wanda Sleet')
    expect(heads[1]).toContain('1 writer or performer without legal name')
  })
  it('takes one number after the other, and goes on with who is next', async () => {
    let left = [line(1, 'Tobit Marrow'), line(2, 'Wanda Sleet')]
    const { shown, posts } = await open([], [], {
      'GET /api/people/wanting': () => [wanting('party.ipi', 'IPI', 'writers', left)],
      'POST /api/people/1/changes': (heard: Heard) => {
        left = left.slice(1)
        return heard.body
      },
    })
    await shown.find('.opens').trigger('click')
    const box = shown.find<HTMLInputElement>('.lacking input')
    box.element.focus()
    await box.setValue(' 00123456786 ')
    await flushPromises()
    expect(posts().map((call) => call.body)).toEqual([{ field: 'party.ipi', before: null, after: '00123456786' }])
    expect(shown.emitted('changed')).toHaveLength(1)
    expect((document.activeElement as HTMLInputElement).getAttribute('aria-label')).toBe('IPI of Wanda Sleet')
  })
  it('shows who may be one, and nothing to press for who only reads', async () => {
    const missing = [wanting('party.isni', 'ISNI', 'artists', [line(1, 'Mira Tollgate')], 61)]
    const { shown } = await open(missing, [family(['Ines Quillon', 'Inés Quillon'])], {}, true)
    expect(shown.text()).toContain('1 possible duplicate')
    expect(shown.text()).toContain('Inés Quillon')
    await shown.find('.opens').trigger('click')
    expect(shown.findAll('input')).toHaveLength(0)
    expect(shown.find('.lacking').text()).toContain('and 60 more')
  })
  it('says so when there is nothing to do', async () => {
    const { shown } = await open([])
    expect(shown.find('h2').text()).toBe('Nothing to do')
  })
})
