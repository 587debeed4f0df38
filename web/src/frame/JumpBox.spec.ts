import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createMemoryHistory, createRouter, type Router } from 'vue-router'
import { useSession } from '../api/session'
import { SCREENS } from '../screens'
import { announcements, server, type Heard } from '../testing/server'
import { eventually } from '../testing/eventually'
import JumpBox from './JumpBox.vue'

const THINGS = [
  { kind: 'release', id: 7, says: 'Tidewrack Almanac', more: 'Mira Tollgate · NW-031', code: '9521234500315' },
  { kind: 'release', id: 8, says: 'Slack Water', more: 'The Paper Ferrymen · NW-029', code: '9521234500292' },
  { kind: 'track', id: 7, track: 3, says: 'Sluice Gate Hymns', more: 'Mira Tollgate', code: 'sluce gat' },
  { kind: 'person', id: 12, says: 'Sunniva Dray', more: '' },
  { kind: 'delivery', id: 8, says: 'Delivery 41 to OSTRA', more: 'Slack Water' },
  { kind: 'destination', id: 0, address: 'ostra', says: 'OSTRA', more: 'rules and connection' },
  { kind: 'view', id: 3, address: 'recordings?find=year+1998', says: 'Old ones', more: 'view of recordings' },
]
let heard: Heard[]
let router: Router
beforeEach(() => {
  announcements()
  setActivePinia(createPinia())
  localStorage.clear()
  ;({ heard } = server({
    'GET /api/jump': (call: Heard) => {
      const typed = new URLSearchParams(call.path.split('?')[1]).get('typed') ?? ''
      const words = typed.toLowerCase().split(/\s+/).filter(Boolean)
      return THINGS.filter((each) =>
        words.every((word) => Object.values(each).join(' ').toLowerCase().includes(word)),
      ).map((each) => ({ fit: 0.9, track: 0, address: null, ...each }))
    },
  }))
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
const GO = { key: 'Enter' }
const goals = (shown: Awaited<ReturnType<typeof box>>) => shown.findAll('[role=option]').map((each) => each.text())

describe('P2 Go anywhere by typing', () => {
  it('knows every screen of the house', async () => {
    useSession().who = { name: 'M. Arden', role: 'manager', firstVisit: false, must: null }
    for (const screen of SCREENS.flat()) expect(goals(await box(screen.name))[0]).toContain(screen.name)
  })
  it('offers accounts to managers alone', async () => {
    useSession().who = { name: 'Sol Pereira-Finch', role: 'assistant', firstVisit: false, must: null }
    expect(goals(await box('accounts')).join()).not.toContain('who may do what')
    expect(goals(await box('your account'))[0]).toContain('Your account')
  })
  it('names a part of a screen that has one of its own', async () => {
    expect(goals(await box('spelling'))[0]).toContain('Spelling families')
  })
  it('finds a release by its title, its artist or its number, in any case and part', async () => {
    for (const typed of ['tidewrack', 'TOLLGATE', 'nw-031', 'alm mira']) {
      const shown = await box(typed)
      await eventually(() => expect(goals(shown)[0]).toContain('Tidewrack Almanac'))
    }
  })
  it.each([
    ['sluce gat', '/releases/7/sheet?at=3.title'],
    ['dray', '/people/12'],
    ['delivery 41', '/releases/8/send'],
    ['ostra rules', '/destinations/ostra'],
    ['old ones', '/catalogue/recordings?find=year+1998'],
  ])('goes to what “%s” means', async (typed, address) => {
    const shown = await box(typed)
    await shown.find('input').trigger('keydown', GO)
    await flushPromises()
    expect(router.currentRoute.value.fullPath).toBe(address)
  })
  it('offers what was opened last when nothing is typed', async () => {
    const shown = await box('dray')
    await shown.find('input').trigger('keydown', GO)
    await flushPromises()
    await shown.find('input').trigger('focus')
    await flushPromises()
    expect(goals(shown)[0]).toContain('Sunniva Dray')
    expect(heard.filter((call) => call.path.endsWith('typed=&count=12'))).toEqual([])
  })
  it('tells how many there are to those who only hear', async () => {
    const shown = await box('slack')
    await eventually(() => expect(shown.find('[role=status]').text()).toBe('2 results'))
  })
  it('finds a release by what is not shown of it, and goes there without waiting', async () => {
    const shown = await box('9521234500292')
    await shown.find('input').trigger('keydown', { key: 'Enter' })
    await flushPromises()
    expect(router.currentRoute.value.path).toBe('/releases/8/sheet')
  })
  it('says so when nothing is of that name', async () => {
    const shown = await box('zither')
    await eventually(() => expect(goals(shown)).toEqual(['Nothing found']))
  })
  it('goes to what is chosen with the arrows, and starts afresh', async () => {
    const shown = await box('nw-0')
    const input = shown.find('input')
    await eventually(() => expect(goals(shown)).toHaveLength(2))
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
