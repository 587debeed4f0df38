import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { screen } from '../testing/screen'
import ReleaseShelf from './ReleaseShelf.vue'

const shelved = (id: number, name: string, deleted: boolean) => ({ id, name, deleted, at: '2026-11-20T09:00:00Z' })
afterEach(() => vi.unstubAllGlobals())

describe('R7 What was put away', () => {
  it('is not there when nothing was', async () => {
    const { shown } = await screen(ReleaseShelf, { 'GET /api/shelf': [] })
    expect(shown.find('details').exists()).toBe(false)
  })
  it('is listed with what was done to it, and taken back', async () => {
    let there = [shelved(3, 'Weir Sessions', true), shelved(4, 'Towpath Songs', false)]
    const { shown, button } = await screen(ReleaseShelf, {
      'GET /api/shelf': () => there,
      'POST /api/releases/3/restore': () => ((there = there.slice(1)), []),
    })
    expect(shown.find('summary').text()).toBe('2 deleted or archived')
    expect(shown.findAll('p').map((each) => each.find('.quiet').text().split(' ')[0])).toEqual(['deleted', 'archived'])
    await button('Restore').trigger('click')
    await flushPromises()
    expect(shown.find('summary').text()).toBe('1 deleted or archived')
    expect(shown.emitted('back')).toHaveLength(1)
    expect(shown.find('[role=alert]').exists()).toBe(false)
  })
  it('says which codes went to something else meanwhile', async () => {
    const { shown, button } = await screen(ReleaseShelf, {
      'GET /api/shelf': [shelved(3, 'Weir Sessions', true)],
      'POST /api/releases/3/restore': ['NW-028'],
    })
    await button('Restore').trigger('click')
    await flushPromises()
    expect(shown.find('[role=alert]').text()).toContain('“Weir Sessions” is back without NW-028')
  })
  it('is not for readers to take back', async () => {
    const { shown } = await screen(
      ReleaseShelf,
      { 'GET /api/shelf': [shelved(3, 'Weir Sessions', true)] },
      { role: 'reader' },
    )
    expect(shown.findAll('button')).toHaveLength(0)
  })
})
