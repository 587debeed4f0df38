import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { Refused } from '../testing/server'
import { screen } from '../testing/screen'
import SeriesScreen from './SeriesScreen.vue'

const series = (id: number, title: string, more: object = {}) => ({
  id,
  title,
  feed: `https://weir.example/feeds/${id}/feed.xml`,
  cover: null,
  facts: [
    { field: 'series.description', name: 'Description', type: 'long-text', help: '', value: 'Talks by the water.' },
  ],
  episodes: [{ title: 'The lock keeper', season: 0, number: 11, published: '2026-10-02' }],
  ...more,
})
const all = (list: object[], routes: Record<string, unknown> = {}, role = 'manager') =>
  screen(SeriesScreen, { 'GET /api/series': list, ...routes }, { role })
afterEach(() => vi.unstubAllGlobals())

describe('S7 Spoken series', () => {
  it('begin with none, and say how one begins', async () => {
    expect((await all([])).shown.text()).toContain('No series yet. Name one here')
  })
  it('show the one lasting address, and what the feed holds', async () => {
    const { shown } = await all([series(3, 'Weirside Talks')])
    expect(shown.find('.mono').text()).toBe('https://weir.example/feeds/3/feed.xml')
    expect(shown.find('h3').text()).toBe('1 episode in the feed')
    expect(shown.find('li').text()).toContain('11 The lock keeper')
  })
  it('number episodes within their season, where there are seasons', async () => {
    const episodes = [{ title: 'The flood', season: 2, number: 3, published: '2026-10-02' }]
    const { shown } = await all([series(3, 'Weirside Talks', { episodes })])
    expect(shown.find('li').text()).toContain('season 2, 3')
  })
  it('are added by their title', async () => {
    const { shown, posts } = await all([], { 'POST /api/series': [series(3, 'Weirside Talks')] })
    expect(shown.find('form button').attributes('disabled')).toBeDefined()
    await shown.find('form input').setValue('Weirside Talks')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ title: 'Weirside Talks' })
    expect(shown.find('h2').text()).toBe('Weirside Talks')
  })
  it('say why one could not be added, and keep what was typed', async () => {
    const says = 'There is a series of this title already.'
    const { shown } = await all([], { 'POST /api/series': new Refused(409, 'there-already', says) })
    await shown.find('form input').setValue('Weirside Talks')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(shown.text()).toContain(says)
    expect((shown.find('form input').element as HTMLInputElement).value).toBe('Weirside Talks')
  })
  it('begin a new episode, and lead to its sheet', async () => {
    const { button, router } = await all([series(3, 'Weirside Talks')], {
      'POST /api/series/3/episodes': { release: 21 },
    })
    await button('New episode').trigger('click')
    await flushPromises()
    expect(router.currentRoute.value.path).toBe('/releases/21/sheet')
  })
  it('can be read by readers only', async () => {
    const { shown, button } = await all([series(3, 'Weirside Talks')], {}, 'reader')
    expect(shown.find('form').exists()).toBe(false)
    expect(button('New episode')).toBeUndefined()
  })
})
