import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { Refused } from '../testing/server'
import { screen } from '../testing/screen'
import RuleEditor from './RuleEditor.vue'

const rule = (id: string, weight: string | null, limits: Record<string, string> = {}) => ({
  id,
  family: 'titles',
  name: `Rule ${id}`,
  weight,
  reason: '',
  limits,
  fails: [],
  says: '',
  passes: [],
})
const destination = (more: object = {}) => ({
  id: 'hollow-quay',
  name: 'Hollow Quay',
  leadDays: 28,
  ownFrom: null,
  rules: [rule('title.too-long', 'stop', { max: '180' }), rule('title.case', 'risk')],
  others: [rule('title.emoji', null)],
  ...more,
})
const RULES = 'PUT /api/destinations/hollow-quay/rules'
const editor = (routes: Record<string, unknown>, more: object = {}) =>
  screen(RuleEditor, routes, { props: { destination: destination(more) } })
afterEach(() => vi.unstubAllGlobals())

describe('S9 Rules of a destination', () => {
  it('are kept as they are seen: weights, limits, lead time, from a day on', async () => {
    const { shown, posts } = await editor({ [RULES]: destination() })
    const [from, lead] = shown.findAll('.row input')
    await from!.setValue('2026-12-01')
    await lead!.setValue(30)
    const lines = shown.findAll('.rule')
    await lines[0]!.find('.limits input').setValue('100')
    const weight = lines[1]!.find('select')
    ;(weight.element as HTMLSelectElement).selectedIndex = 3 // off
    await weight.trigger('change')
    await lines[2]!.find('select').setValue('note')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({
      dated: '2026-12-01',
      leadDays: 30,
      rules: [
        { id: 'title.too-long', weight: 'stop', limits: { max: '100' } },
        { id: 'title.case', weight: null, limits: {} },
        { id: 'title.emoji', weight: 'note', limits: {} },
      ],
    })
    expect(shown.emitted('saved')).toHaveLength(1)
  })
  it('that are off have limits that nobody can set', async () => {
    const { shown } = await editor({}, { rules: [], others: [rule('title.too-long', null, { max: '180' })] })
    expect(shown.find('.rule').classes()).toContain('off')
    expect(shown.find('.limits input').attributes('disabled')).toBeDefined()
  })
  it('say what cannot be, and what was typed stays', async () => {
    const says = '“max” of rule title.too-long is “many”; expected: a number. Nothing was changed.'
    const { shown } = await editor({ [RULES]: new Refused(422, 'malformed-rules', says) })
    await shown.find('.limits input').setValue('many')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(shown.find('[role=alert]').text()).toBe(says)
    expect((shown.find('.limits input').element as HTMLInputElement).value).toBe('many')
    expect(shown.emitted('saved')).toBeUndefined()
  })
  it('go back to those that it began with, when they were adjusted', async () => {
    const { shown: untouched, button: none } = await editor({})
    expect(none('Restore the original rules')).toBeUndefined()
    untouched.unmount()
    const { shown, posts, button } = await editor(
      { 'DELETE /api/destinations/hollow-quay/rules': destination() },
      { ownFrom: '2026-12-01' },
    )
    await button('Restore the original rules').trigger('click')
    await flushPromises()
    expect(posts().at(-1)!.method).toBe('DELETE')
    expect(shown.emitted('saved')).toHaveLength(1)
  })
  it('are left as they are', async () => {
    const { shown, posts, button } = await editor({})
    await shown.find('.limits input').setValue('1')
    await button('Cancel').trigger('click')
    expect(shown.emitted('leave')).toHaveLength(1)
    expect(posts()).toHaveLength(0)
  })
})
