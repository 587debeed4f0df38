import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { screen } from '../../testing/screen'
import { useReleaseStore } from '../store'
import ReadinessPanel from './ReadinessPanel.vue'

const destination = (id: string, name: string, more: object = {}) => ({
  id,
  name,
  kind: 'streaming store',
  meant: true,
  readiness: 'stop',
  stops: 1,
  risks: 0,
  notes: 0,
  standing: 'LATE',
  says: '3 days late',
  ...more,
})
const cell = (readiness: string, count: number, more: object = {}) => ({
  readiness,
  count,
  all: count,
  accepted: 0,
  ...more,
})
const finding = (id: string, family: string, weights: object, more: object = {}) => ({
  id,
  rule: id,
  ruleName: `Rule ${id}`,
  family,
  weight: Object.values(weights)[0] as string,
  weights,
  says: `Finding ${id}.`,
  reason: 'Because.',
  where: 'Title of track 1',
  panel: 'sheet',
  track: 1,
  column: 'title',
  fix: null,
  picture: null,
  accepted: null,
  ...more,
})
const board = (more: object = {}) => ({
  revision: 1,
  meant: null,
  destinations: [
    destination('lumenfold', 'Lumenfold'),
    destination('ostra', 'OSTRA', { kind: 'authors’ society', readiness: 'ready', stops: 0, says: 'in time' }),
    destination('plant', 'Ferrous Lane', { meant: false }),
  ],
  families: [
    { family: 'titles', cells: { lumenfold: cell('stop', 1, { all: 3 }), ostra: cell('ready', 0) } },
    { family: 'works', cells: { lumenfold: cell('risk', 2, { accepted: 1 }) } },
    { family: 'files', cells: {} },
  ],
  findings: [
    finding('a', 'titles', { lumenfold: 'stop' }),
    finding('b', 'works', { lumenfold: 'risk', ostra: 'note' }),
    finding('c', 'titles', { ostra: 'note' }),
  ],
  fixable: [] as string[],
  societies: [],
  ...more,
})
const panel = (view: object, routes: Record<string, unknown> = {}, role = 'manager') =>
  screen(
    ReadinessPanel,
    {
      'GET /api/releases/7': {
        head: { id: 7, title: 'Slack Water' },
        revision: 1,
        rows: [],
        columns: [],
        findings: [],
      },
      'GET /api/releases/7/readiness': view,
      ...routes,
    },
    { role, first: () => useReleaseStore().open(7) },
  )
type Shown = Awaited<ReturnType<typeof panel>>['shown']
const told = (shown: Shown) => shown.findAll('.found li .says').map((each) => each.text().replace(/^\w+:\s*/, ''))
afterEach(() => vi.unstubAllGlobals())

describe('K2–K4 The readiness board', () => {
  it('shows those that the release is meant for, and what any of them asks', async () => {
    const { shown } = await panel(board())
    expect(shown.findAll('thead .name').map((each) => each.text())).toEqual(['Lumenfold', 'OSTRA'])
    expect(shown.findAll('tbody th.family').map((each) => each.text())).toEqual(['titles', 'works', 'Deadline'])
    expect(shown.find('[data-cell="titles.lumenfold"]').text()).toContain('1 stop')
    expect(shown.find('[data-cell="titles.lumenfold"]').text()).toContain('+2')
    expect(shown.find('[data-cell="works.lumenfold"]').text()).toContain('1 accepted')
    expect(shown.text()).toContain('no rules')
    expect(told(shown)).toEqual(['Finding a.', 'Finding b.', 'Finding c.'])
  })
  it('opens a cell, a column or a row, and closes it again', async () => {
    const { shown } = await panel(board())
    await shown.find('[data-cell="titles.lumenfold"]').trigger('click')
    expect(told(shown)).toEqual(['Finding a.'])
    expect(shown.find('.found h3').text()).toContain('titles for Lumenfold')
    await shown.find('[data-cell="titles.lumenfold"]').trigger('click')
    expect(told(shown)).toHaveLength(3)
    await shown.findAll('thead button')[1]!.trigger('click')
    expect(told(shown)).toEqual(['Finding b.', 'Finding c.'])
    await shown.findAll('tbody th button')[0]!.trigger('click')
    expect(told(shown)).toEqual(['Finding a.', 'Finding c.'])
  })
  it('says of what is being measured that it is, and not that nothing was found', async () => {
    const { shown } = await panel(
      board({
        destinations: [destination('lumenfold', 'Lumenfold', { readiness: 'measuring', stops: 0 })],
        families: [{ family: 'titles', cells: { lumenfold: cell('measuring', 0) } }],
        findings: [],
      }),
    )
    expect(shown.find('thead .sum').text()).toBe('being measured')
    expect(shown.find('.found').text()).toContain('Files are still being measured; findings may follow.')
    expect(shown.text()).not.toContain('No findings')
  })
  it('takes a risk with a reason, and never a stop', async () => {
    const { shown, posts } = await panel(board(), { 'POST /api/releases/7/readiness/risks': board() })
    expect(shown.find('[data-accept=a]').exists()).toBe(false)
    await shown.find('[data-accept=b]').trigger('click')
    await shown.find('.taking input').setValue('The shares are settled by letter.')
    await shown.find('.taking').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ findings: ['b'], reason: 'The shares are settled by letter.' })
    expect(shown.find('.taking').exists()).toBe(false)
  })
  it('says who took a risk and why, and takes it back', async () => {
    const taken = finding(
      'b',
      'works',
      { lumenfold: 'risk' },
      {
        accepted: { by: 'M. Arden', at: '2026-11-20T10:00:00Z', reason: 'By letter.' },
      },
    )
    const { shown, posts, button } = await panel(board({ findings: [taken] }), {
      'POST /api/releases/7/readiness/risks/withdraw': board(),
    })
    expect(shown.find('.taken').text()).toContain('Accepted by M. Arden')
    expect(shown.find('.taken').text()).toContain('“By letter.”')
    await button('Withdraw').trigger('click')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ findings: ['b'], reason: null })
  })
  it('tells what one rule objects to in several places once, and accepts all of it for one reason', async () => {
    const many = [1, 2, 3].map((track) =>
      finding(`ipi${track}`, 'works', { ostra: 'risk' }, { rule: 'ipi', ruleName: 'Writer without IPI', track }),
    )
    const { shown, posts } = await panel(board({ findings: many }), { 'POST /api/releases/7/readiness/risks': board() })
    expect(told(shown)).toEqual(['Writer without IPI · 3 tracks'])
    expect(shown.find('.found h3').text()).toContain('1')
    await shown.find('[data-open="ipi risk"]').trigger('click')
    expect(shown.findAll('.words ul li')).toHaveLength(3)
    await shown.find('.acts [data-accept]').trigger('click')
    await shown.find('.taking input').setValue('They apply this month.')
    await shown.find('.taking').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ findings: ['ipi1', 'ipi2', 'ipi3'], reason: 'They apply this month.' })
  })
  it('offers what can be mended safely, counted', async () => {
    expect((await panel(board({ fixable: ['a'] }))).button('Fix 1 safe one…')).toBeDefined()
    expect((await panel(board({ fixable: ['a', 'b'] }))).button('Fix 2 safe ones…')).toBeDefined()
  })
  it('is for reading only, for readers', async () => {
    const { shown, button } = await panel(board({ fixable: ['a'] }), {}, 'reader')
    expect(button('Fix 1 safe one…')).toBeUndefined()
    expect(shown.find('[data-accept]').exists()).toBe(false)
    expect(told(shown)).toHaveLength(3)
  })
  it('says what to do when the release goes nowhere, and when there is nowhere to go', async () => {
    const nowhere = board({ destinations: [destination('plant', 'Ferrous Lane', { meant: false })], findings: [] })
    expect((await panel(nowhere)).shown.text()).toContain('No destinations yet. Choose destinations.')
    const { shown } = await panel(board({ destinations: [], families: [], findings: [] }))
    expect(shown.text()).toContain('There is no destination yet, so nothing is checked.')
    expect(shown.find('a[href="/destinations"]').exists()).toBe(true)
  })
})
