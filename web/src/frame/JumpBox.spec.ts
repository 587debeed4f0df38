import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createMemoryHistory, createRouter, type Router } from 'vue-router'
import { SCREENS } from '../screens'
import { announcements, server, type Heard } from '../testing/server'
import JumpBox from './JumpBox.vue'

const RELEASES = [
  { id: 7, title: 'Tidewrack Almanac', artists: 'Mira Tollgate', catalogueNumber: 'NW-031', barcode: '9521234500315' },
  { id: 8, title: 'Slack Water', artists: 'The Paper Ferrymen', catalogueNumber: 'NW-029', barcode: '9521234500292' },
]
let router: Router
beforeEach(() => {
  announcements()
  setActivePinia(createPinia())
  server({
    'GET /api/releases': (call: Heard) => {
      const find = new URLSearchParams(call.path.split('?')[1]).get('find') ?? ''
      const words = find.toLowerCase().split(/\s+/).filter(Boolean)
      const fit = RELEASES.filter((each) =>
        words.every((word) => Object.values(each).join(' ').toLowerCase().includes(word)),
      )
      return { releases: fit, total: fit.length, lookedOver: 0 }
    },
  })
  router = createRouter({
    history: createMemoryHistory(),
    routes: [{ path: '/:rest(.*)', component: { template: '<p />' } }],
  })
})
afterEach(() => vi.unstubAllGlobals())

async function box(typed: string) {
  const shown = mount(JumpBox, { global: { plugins: [router] }, attachTo: document.body })
  await shown.find('input').trigger('focus')
  await flushPromises()
  await shown.find('input').setValue(typed)
  return shown
}
const goals = (shown: Awaited<ReturnType<typeof box>>) => shown.findAll('[role=option]').map((each) => each.text())

describe('P2 Go anywhere by typing', () => {
  it('knows every screen of the house', async () => {
    for (const screen of SCREENS.flat()) expect(goals(await box(screen.name))[0]).toContain(screen.name)
  })
  it('finds a release by its title, its artist or its number, in any case and part', async () => {
    for (const typed of ['tidewrack', 'TOLLGATE', 'nw-031', 'alm mira'])
      expect(goals(await box(typed))).toEqual(['Tidewrack Almanac Mira Tollgate · NW-031'])
  })
  it('finds a release by what is not shown of it, and goes there without waiting', async () => {
    const shown = await box('9521234500292')
    await shown.find('input').trigger('keydown', { key: 'Enter' })
    await flushPromises()
    expect(router.currentRoute.value.path).toBe('/releases/8/sheet')
  })
  it('says so when nothing is of that name', async () => {
    expect(goals(await box('zither'))).toEqual(['Nothing of that name'])
  })
  it('goes to what is chosen with the arrows, and starts afresh', async () => {
    const shown = await box('nw-0')
    const input = shown.find('input')
    expect(input.attributes('aria-activedescendant')).toBe('goal-0')
    await input.trigger('keydown', { key: 'ArrowDown' })
    expect(shown.find('[aria-selected=true]').text()).toContain('Slack Water')
    await input.trigger('keydown', { key: 'ArrowDown' })
    await input.trigger('keydown', { key: 'Enter' })
    await flushPromises()
    expect(router.currentRoute.value.path).toBe('/releases/8/sheet')
    expect(input.element.value).toBe('')
  })
  it('is reached with Ctrl K from anywhere', async () => {
    const shown = await box('')
    shown.find('input').element.blur()
    dispatchEvent(new KeyboardEvent('keydown', { key: 'k', ctrlKey: true }))
    await flushPromises()
    expect(document.activeElement).toBe(shown.find('input').element)
    shown.unmount()
  })
})
