import type { RouteComponent } from 'vue-router'

/** A screen of the house: its address, its name, where it stands in the navigation, and what the jump box says of it. */
interface Screen {
  key: string
  path: string
  name: string
  more: string
  component: () => Promise<RouteComponent>
  /** Who sees it: everybody unless it is for managers alone, or everybody in the menu of the account. */
  for?: 'managers' | 'oneself'
  /** Addresses within it: single things that the same screen shows, or a part of its own that the jump box names. */
  within?: Within[]
}

interface Within {
  key: string
  path: string
  /** What is there has a screen of its own. */
  part?: Omit<Screen, 'key' | 'path' | 'within'>
}

/** Every screen but those of a release, in groups as the navigation shows them. */
export const SCREENS: Screen[][] = [
  [
    {
      key: 'desk',
      path: '/',
      name: 'Desk',
      more: 'what to do next',
      component: () => import('./desk/DeskScreen.vue'),
    },
    {
      key: 'releases',
      path: '/releases',
      name: 'Releases',
      more: 'all of them',
      component: () => import('./releases/ReleasesScreen.vue'),
    },
    {
      key: 'intake',
      path: '/intake',
      name: 'Intake',
      more: 'files not on a release yet',
      component: () => import('./intake/IntakeScreen.vue'),
    },
    {
      key: 'catalogue',
      path: '/catalogue',
      name: 'Catalogue',
      more: 'every recording, release and work',
      component: () => import('./catalogue/CatalogueScreen.vue'),
      within: [
        { key: 'catalogue-of', path: '/catalogue/:subject(recordings|releases|works)' },
        {
          key: 'families',
          path: '/catalogue/families',
          part: {
            name: 'Spelling families',
            more: 'possible duplicates among names and words',
            component: () => import('./catalogue/families/FamiliesScreen.vue'),
          },
        },
      ],
    },
  ],
  [
    {
      key: 'people',
      path: '/people',
      name: 'People',
      more: 'names, identifiers, what they are on',
      component: () => import('./people/PeopleScreen.vue'),
      within: [{ key: 'person', path: '/people/:id(\\d+)' }],
    },
    {
      key: 'series',
      path: '/series',
      name: 'Series',
      more: 'spoken series and their feeds',
      component: () => import('./series/SeriesScreen.vue'),
    },
    {
      key: 'codes',
      path: '/codes',
      name: 'Codes',
      more: 'blocks and prefixes',
      component: () => import('./codes/CodesScreen.vue'),
    },
    {
      key: 'destinations',
      path: '/destinations',
      name: 'Destinations',
      more: 'rules and connections',
      component: () => import('./destinations/DestinationsScreen.vue'),
      within: [{ key: 'destination', path: '/destinations/:id' }],
    },
    {
      key: 'activity',
      path: '/activity',
      name: 'Activity',
      more: 'who changed what',
      component: () => import('./activity/ActivityScreen.vue'),
    },
    {
      key: 'inspect',
      path: '/inspect',
      name: 'Inspect',
      more: 'everything in a file',
      component: () => import('./inspect/InspectScreen.vue'),
    },
  ],
  [
    {
      key: 'settings',
      path: '/settings',
      name: 'Settings',
      more: 'the label, its prefixes, backup, how the server is doing',
      component: () => import('./settings/SettingsScreen.vue'),
    },
    {
      key: 'accounts',
      path: '/accounts',
      name: 'Accounts',
      more: 'who may do what',
      component: () => import('./accounts/AccountsScreen.vue'),
      for: 'managers',
    },
    {
      key: 'account',
      path: '/account',
      name: 'Your account',
      more: 'name, password, second factor, where you are signed in',
      component: () => import('./accounts/AccountScreen.vue'),
      for: 'oneself',
    },
  ],
]

/** The screens that a role may open, wherever they are offered. */
export const screensFor = (role: string | null | undefined) =>
  SCREENS.map((group) => group.filter((screen) => screen.for !== 'managers' || role === 'manager'))

/** The panels of a release, as its tabs show them. */
export const PANELS = [
  { key: 'sheet', name: 'Sheet', component: () => import('./release/sheet/SheetPanel.vue') },
  { key: 'credits', name: 'Credits', component: () => import('./release/credits/CreditsPanel.vue') },
  { key: 'works', name: 'Works', component: () => import('./release/works/WorksPanel.vue') },
  { key: 'artwork', name: 'Artwork', component: () => import('./release/artwork/ArtworkPanel.vue') },
  { key: 'masters', name: 'Masters', component: () => import('./release/masters/MastersPanel.vue') },
  { key: 'readiness', name: 'Readiness', component: () => import('./release/readiness/ReadinessPanel.vue') },
  { key: 'files', name: 'Files', component: () => import('./release/files/FilesPanel.vue') },
  { key: 'send', name: 'Send', component: () => import('./release/send/SendPanel.vue') },
]

/** Pages of the guide by the key of a view, where they are not called like it. */
const GUIDES: Record<string, string> = {
  desk: 'the-desk',
  year: 'the-desk',
  activity: 'the-desk',
  catalogue: 'the-catalogue',
  'catalogue-of': 'the-catalogue',
  families: 'the-catalogue',
  person: 'people',
  destinations: 'your-destinations',
  destination: 'your-destinations',
  'copy-sheet': 'your-destinations',
  account: 'accounts',
}
/** The page of the guide for a view. */
export const guideOf = (key: string) => GUIDES[key] ?? key
