import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { Refused } from '../../testing/server'
import { eventually } from '../../testing/eventually'
import { screen } from '../../testing/screen'
import { useReleaseStore } from '../store'
import FilesPanel from './FilesPanel.vue'

const PROOF = {
  holds: true,
  fields: 20,
  dropped: [],
  audioBefore: 'a'.repeat(64),
  audioAfter: 'a'.repeat(64),
  compared: 'decoded samples',
  sha256: 'c'.repeat(64),
  bytes: 1000,
  at: '2026-11-23T10:00:00Z',
  checkedAt: null,
}
const file = (track: number, state: string, more: object = {}) => ({
  track,
  trackId: track * 10,
  title: `Song ${track}`,
  original: `${track}.wav`,
  fileName: `0${track} Song.flac`,
  state,
  proof: state === 'written' ? PROOF : null,
  foreseen: 1000,
  cannot: {},
  ...more,
})
const recipe = (id: string, name: string, files: object[]) => ({
  id,
  name,
  purpose: 'For stores.',
  encoding: 'FLAC, as the master',
  foreseen: 1_000_000,
  files,
})
const RECIPES = [
  recipe('store-flac', 'FLAC', [file(1, 'written'), file(2, 'missing')]),
  recipe('store-wav', 'Store master, WAV', [file(1, 'missing'), file(2, 'missing')]),
]
const panel = (recipes: object[], routes: Record<string, unknown> = {}, role = 'manager') =>
  screen(
    FilesPanel,
    {
      'GET /api/releases/7': {
        head: { id: 7, title: 'Slack Water' },
        revision: 1,
        rows: [],
        columns: [],
        findings: [],
      },
      'GET /api/releases/7/copies': recipes,
      ...routes,
    },
    { role, stubs: { DiscSheet: { template: '<p>disc</p>' } }, first: () => useReleaseStore().open(7) },
  )
const WRITE = 'POST /api/releases/7/copies'
const press = (at: Awaited<ReturnType<typeof panel>>) => at.shown.find('.top .btn-primary')
afterEach(() => vi.unstubAllGlobals())

describe('E2 Copies, recipe by recipe', () => {
  it('says of each recipe how many of its copies are written', async () => {
    const { shown } = await panel(RECIPES)
    const list = shown.find('[aria-label=Recipes]').text()
    expect(list).toContain('1 of 2')
    expect(list).toContain('0 of 2')
    expect(list).toContain('Disc layout')
  })
  it('writes those of the recipe that is looked at', async () => {
    const at = await panel(RECIPES, { [WRITE]: {} })
    await press(at).trigger('click')
    await flushPromises()
    expect(at.posts().at(-1)!.path).toBe('/api/releases/7/copies?recipe=store-flac&track=0')
  })
  it('writes those of all that are ticked, and fetches the same', async () => {
    const at = await panel(RECIPES, { [WRITE]: {} })
    for (const name of ['FLAC', 'Store master, WAV'])
      await at.shown.find(`[aria-label="Tick ${name}"]`).trigger('change')
    await press(at).trigger('click')
    await flushPromises()
    expect(at.posts().at(-1)!.path).toContain('recipe=store-flac&recipe=store-wav')
    expect(at.shown.find('.top a').text()).toBe('Download selected')
    expect(at.shown.find('.top a').attributes('href')).toBe('/api/releases/7/copies.zip?recipe=store-flac,store-wav')
  })
  it('has nothing left to write when all are written', async () => {
    const at = await panel([recipe('store-flac', 'FLAC', [file(1, 'written')])])
    expect(press(at).attributes('disabled')).toBeDefined()
    expect(at.button('Verify files')).toBeDefined()
  })
  it('says how each stands, in words', async () => {
    const { shown } = await panel([
      recipe('store-flac', 'FLAC', [
        file(1, 'stale'),
        file(2, 'altered'),
        file(3, 'no master', { original: null }),
        file(4, 'damaged master'),
      ]),
    ])
    expect(shown.findAll('ol .state').map((each) => each.text())).toEqual([
      'changed since it was written',
      'modified outside Entrada',
      'no master yet',
      'master damaged',
    ])
  })
  it('shows work that is under way, and lets nobody begin it twice', async () => {
    const at = await panel(RECIPES, {
      'GET /api/jobs': [
        { id: 3, kind: 'copies', says: 'Writing copies', state: 'running', releaseId: 7, done: 1, total: 4 },
      ],
    })
    at.say('job', {})
    await flushPromises()
    expect(at.shown.find('.job').text()).toBe('1 of 4')
    expect(press(at).attributes('disabled')).toBeDefined()
  })
  it('says why the last work was not done whole', async () => {
    const { shown, say } = await panel(RECIPES, {
      'GET /api/jobs': [
        {
          id: 3,
          kind: 'copies',
          state: 'failed',
          releaseId: 7,
          done: 1,
          total: 4,
          problem: 'Track 2: the disk is full.',
        },
        { id: 4, kind: 'copies', state: 'failed', releaseId: 8, done: 1, total: 4, problem: 'Another release.' },
      ],
    })
    say('job', {})
    await flushPromises()
    expect(shown.find('[role=alert]').text()).toBe('The last task was not completed: Track 2: the disk is full.')
  })
  it('says why nothing could be begun', async () => {
    const says = 'There is no room for 24 MB. Nothing was written.'
    const at = await panel(RECIPES, { [WRITE]: new Refused(507, 'disk-full', says) })
    await press(at).trigger('click')
    await flushPromises()
    expect(at.shown.find('[role=alert]').text()).toBe(says)
    expect(press(at).attributes('disabled')).toBeUndefined()
  })
  it('is looked up again when copies were written elsewhere', async () => {
    let files = [file(1, 'missing')]
    const at = await panel([], { 'GET /api/releases/7/copies': () => [recipe('store-flac', 'FLAC', files)] })
    files = [file(1, 'written')]
    at.say('release', { id: 7 })
    await eventually(() => expect(at.shown.find('[aria-label=Recipes]').text()).toContain('1 of 1'))
  })
  it('can be fetched by readers, and not written', async () => {
    const at = await panel(RECIPES, {}, 'reader')
    expect(press(at).exists()).toBe(false)
    expect(at.shown.find('.top a').text()).toBe('Download all written')
    expect(at.button('View recipe')).toBeDefined()
  })
})
