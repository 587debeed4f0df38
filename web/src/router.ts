import { createRouter, createWebHistory, type RouteRecordRaw } from 'vue-router'
import { PANELS, SCREENS } from './screens'

const screens = SCREENS.flat().flatMap<RouteRecordRaw>(({ key, path, component, within = [] }) => [
  { path, name: key, component },
  ...within.map((each) => ({ path: each.path, name: each.key, component: each.part?.component ?? component })),
])

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    ...screens,
    {
      path: '/releases/:id(\\d+)',
      name: 'release',
      component: () => import('./release/ReleaseFrame.vue'),
      redirect: (to) => ({ name: 'sheet', params: to.params, query: to.query }),
      children: PANELS.map(({ key, component }) => ({ path: key, name: key, component })),
    },
    // beside somebody else's form, in a window of its own: nothing of the house around it
    {
      path: '/copy-sheets/:release(\\d+)/:destination',
      name: 'copy-sheet',
      component: () => import('./copysheet/CopySheetScreen.vue'),
      meta: { alone: true },
    },
    // goes on a wall: nothing of the house around it either
    {
      path: '/year',
      name: 'year',
      component: () => import('./desk/YearScreen.vue'),
      meta: { alone: true },
    },
    { path: '/:rest(.*)', name: 'nowhere', component: () => import('./frame/NowhereScreen.vue') },
  ],
})
