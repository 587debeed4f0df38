import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { screen } from '../testing/screen'
import FindingList from './FindingList.vue'
import { useReleaseStore } from './store'

const finding = (rule: string, track: number, more: object = {}) => ({
  id: `${rule}@${track}`,
  rule,
  ruleName: `${rule} missing`,
  family: 'Codes',
  weight: 'stop',
  destinations: ['Lumenfold'],
  track,
  column: 'isrc',
  fieldName: 'ISRC',
  panel: 'sheet',
  says: `Track ${track} has no ${rule}.`,
  reason: '',
  fix: null,
  preview: null,
  accepted: null,
  ...more,
})
const isrcs = [1, 2, 3, 4, 5].map((track) => finding('ISRC', track, { fix: 'Allocate' }))
const cover = finding('cover', 0, { panel: 'artwork', column: 'cover', destinations: ['Pebblewave'] })
const list = (findings: object[], routes: Record<string, unknown> = {}, marks: object[] = []) =>
  screen(
    FindingList,
    {
      'GET /api/releases/7': {
        head: { id: 7, title: 'Slack Water', marks },
        tag: 'a',
        rows: [],
        columns: [],
        findings,
      },
      ...routes,
    },
    { at: '/releases/7/sheet', first: () => useReleaseStore().open(7) },
  )
afterEach(() => vi.unstubAllGlobals())

describe('K2 What stands in the way, beside a panel', () => {
  it('is said to be nothing only when everything was measured', async () => {
    const { shown } = await list([])
    expect(shown.text()).toContain('No findings.')
    const { shown: yet } = await list([], {}, [{ destination: 'lumenfold', readiness: 'measuring' }])
    expect(yet.text()).not.toContain('No findings.')
    expect(yet.find('[role=status]').text()).toBe('Files are still being measured; findings may follow.')
  })
  it('is one line for five tracks without ISRC', async () => {
    const { shown } = await list([cover, ...isrcs])
    expect(shown.find('h2').text()).toContain('2 for 2 destinations')
    expect(shown.findAll('.says').map((each) => each.text())).toEqual(['ISRC missing', 'Track 0 has no cover.'])
    expect(shown.find('.where').text()).toBe('5 tracks')
  })
  it('shows what the open panel can do first, the rest under a line', async () => {
    const { shown } = await list([cover, ...isrcs])
    expect(shown.find('h3').text()).toBe('In other panels')
    expect(shown.findAll('ol')[1]!.text()).toContain('Track 0 has no cover.')
  })
  it('opens to its places, each of which is gone to', async () => {
    const { shown, router } = await list(isrcs)
    await shown.find('.says').trigger('click')
    expect(shown.findAll('.places button').map((each) => each.text())).toContain('track 3')
    await shown.findAll('.places button')[2]!.trigger('click')
    await flushPromises()
    expect(router.currentRoute.value.query.at).toBe('3.isrc')
  })
  it('is fixed for all places as one edit', async () => {
    const { posts, button } = await list(isrcs, { 'POST /api/releases/7/readiness/fixes': { from: 'z' } })
    await button('Allocate 5').trigger('click')
    await flushPromises()
    expect(posts()[0]!.body).toEqual({ findings: isrcs.map((each) => each.id) })
  })
  it('folds away by itself where the whole width is needed, and comes with a key', async () => {
    const { shown, router } = await list([cover])
    expect(shown.find('.unfold').exists()).toBe(false)
    await router.push('/releases/7/credits')
    await flushPromises()
    expect(shown.find('.unfold').text()).toBe('Findings 1')
    dispatchEvent(new KeyboardEvent('keydown', { key: 'j', altKey: true }))
    await flushPromises()
    expect(shown.find('.unfold').exists()).toBe(false)
    await router.push('/releases/7/sheet')
    await flushPromises()
    await shown.find('.hint button').trigger('click')
    expect(shown.find('.unfold').exists()).toBe(true)
  })
  it('folds away by itself on a narrow screen, until somebody wants it', async () => {
    window.innerWidth = 1024
    try {
      const { shown } = await list([cover])
      expect(shown.find('.unfold').text()).toBe('Findings 1')
      await shown.find('.unfold').trigger('click')
      expect(shown.find('.unfold').exists()).toBe(false)
    } finally {
      window.innerWidth = 1280
    }
  })
})
