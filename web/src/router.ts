import { createRouter, createWebHistory } from 'vue-router'

export const PANELS = [
  { key: 'sheet', name: 'Sheet' },
  { key: 'credits', name: 'Credits' },
  { key: 'works', name: 'Works' },
  { key: 'artwork', name: 'Artwork' },
  { key: 'masters', name: 'Masters' },
  { key: 'readiness', name: 'Readiness' },
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
        { path: 'credits', name: 'credits', component: () => import('./release/credits/CreditsPanel.vue') },
        { path: 'works', name: 'works', component: () => import('./release/works/WorksPanel.vue') },
        { path: 'masters', name: 'masters', component: () => import('./release/masters/MastersPanel.vue') },
        { path: 'artwork', name: 'artwork', component: () => import('./release/artwork/ArtworkPanel.vue') },
        { path: 'readiness', name: 'readiness', component: () => import('./release/readiness/ReadinessPanel.vue') },
        { path: 'files', name: 'files', component: () => import('./release/files/FilesPanel.vue') },
        { path: 'send', name: 'send', component: () => import('./release/send/SendPanel.vue') },
      ],
    },
    { path: '/intake', name: 'intake', component: () => import('./intake/IntakeScreen.vue') },
    { path: '/inspect', name: 'inspect', component: () => import('./inspect/InspectScreen.vue') },
    { path: '/people', name: 'people', component: () => import('./people/PeopleScreen.vue') },
    { path: '/people/:id(\\d+)', name: 'person', component: () => import('./people/PeopleScreen.vue') },
    { path: '/series', name: 'series', component: () => import('./series/SeriesScreen.vue') },
    { path: '/codes', name: 'codes', component: () => import('./codes/CodesScreen.vue') },
    { path: '/activity', name: 'activity', component: () => import('./activity/ActivityScreen.vue') },
    { path: '/destinations', name: 'destinations', component: () => import('./destinations/DestinationsScreen.vue') },
    {
      path: '/destinations/:id',
      name: 'destination',
      component: () => import('./destinations/DestinationsScreen.vue'),
    },
    { path: '/:rest(.*)', name: 'nowhere', component: () => import('./frame/NowhereScreen.vue') },
  ],
})
