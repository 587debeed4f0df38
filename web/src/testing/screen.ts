import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import type { Component } from 'vue'
import { createMemoryHistory, createRouter, type Router } from 'vue-router'
import { useSession } from '../api/session'
import { PANELS, SCREENS } from '../screens'
import { announcements, server } from './server'

/** As wide as what people mostly work on; jsdom's own is narrower. */
window.innerWidth = 1280

const nothing = { template: '<p />' }

/** The addresses of the house, leading nowhere: links are held against them. */
export function addresses() {
  return createRouter({
    history: createMemoryHistory(),
    routes: [
      ...SCREENS.flat().flatMap(({ key, path, within = [] }) => [
        { path, name: key, component: nothing },
        ...within.map((each) => ({ path: each.path, name: each.key, component: nothing })),
      ]),
      ...PANELS.map(({ key }) => ({ path: `/releases/:id/${key}`, name: key, component: nothing })),
    ],
  })
}

/**
 * A screen as somebody sees it who has signed in.
 *
 * @param routes what the server answers, beside who is signed in
 * @param first what has happened before it is shown, such as that a release was opened
 * @param router where links lead, when it is not the house's own
 * @param stubs what stands for a part of the page, such as for a dialog that is otherwise shown elsewhere
 */
export async function screen(
  which: Component,
  routes: Record<string, unknown>,
  {
    role = 'manager',
    props = {},
    at = '/',
    stubs = {},
    first,
    router = addresses(),
  }: {
    role?: string
    props?: Record<string, unknown>
    at?: string
    stubs?: Record<string, Component>
    first?: () => Promise<unknown>
    router?: Router
  } = {},
) {
  const stream = announcements()
  setActivePinia(createPinia())
  const { heard } = server({ 'GET /api/session': { name: 'M. Arden', role }, 'GET /api/jobs': [], ...routes })
  await useSession().load()
  await first?.()
  await router.push(at)
  const shown = mount(which, { props, global: { plugins: [router], stubs }, attachTo: document.body })
  await flushPromises()
  return {
    shown,
    heard,
    router,
    say: stream.say,
    posts: () => heard.filter((call) => call.method !== 'GET'),
    button: (name: string) => shown.findAll('button').find((each) => each.text() === name)!,
  }
}

/** Shows what is in a dialog in its place, whether it is open or not. */
export const DIALOG = { BModal: { template: '<div class="dialog"><slot /></div>' } }
