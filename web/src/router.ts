import { createRouter, createWebHistory } from 'vue-router'

export const PANELS = [
  { key: 'sheet', name: 'Sheet' },
  { key: 'files', name: 'Files' },
  { key: 'send', name: 'Send' },
] as const

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'desk', component: () => import('./desk/DeskScreen.vue') },
    { path: '/releases', name: 'releases', component: () => import('./releases/ReleasesScreen.vue') },
    {
      path: '/releases/:id(\\d+)',
      name: 'release',
      component: () => import('./release/ReleaseFrame.vue'),
      redirect: (to) => ({ name: 'sheet', params: to.params, query: to.query }),
      children: [
        { path: 'sheet', name: 'sheet', component: () => import('./release/sheet/SheetPanel.vue') },
        { path: 'files', name: 'files', component: () => import('./release/files/FilesPanel.vue') },
        { path: 'send', name: 'send', component: () => import('./release/send/SendPanel.vue') },
      ],
    },
    { path: '/codes', name: 'codes', component: () => import('./codes/CodesScreen.vue') },
    { path: '/destinations', name: 'destinations', component: () => import('./destinations/DestinationsScreen.vue') },
    { path: '/:rest(.*)', name: 'nowhere', component: () => import('./frame/NowhereScreen.vue') },
  ],
})
