import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { screen } from '../../testing/screen'
import { useReleaseStore } from '../store'
import PermissionList from './PermissionList.vue'

const needed = { work: 4, recording: 0, use: 'cover', title: 'Low Bridge', writers: 'Joss Amberley', tracks: [2] }
const line = (more: object = {}) => ({ needed, confirmed: null, ...more })
const CONFIRMED = { party: 'Low Lock Music', name: 'permission.pdf', by: 'M. Arden' }
const DOCUMENTS = [{ id: 9, name: 'permission.pdf' }]
const SAY = 'POST /api/releases/7/permissions'
const list = (view: object, routes: Record<string, unknown> = {}, role = 'manager') =>
  screen(
    PermissionList,
    {
      'GET /api/releases/7': {
        head: { id: 7, title: 'Slack Water' },
        revision: 1,
        rows: [],
        columns: [],
        findings: [],
      },
      'GET /api/releases/7/permissions': view,
      ...routes,
    },
    { role, first: () => useReleaseStore().open(7) },
  )
afterEach(() => vi.unstubAllGlobals())

describe('K5 What somebody has to permit', () => {
  it('is nothing to speak of where all is one’s own', async () => {
    expect((await list({ lines: [], documents: DOCUMENTS })).shown.find('section').exists()).toBe(false)
  })
  it('wants the document on the release first', async () => {
    const { shown } = await list({ lines: [line()], documents: [] })
    expect(shown.text()).toContain('Attach the document to this release first.')
    expect(shown.find('.line').text()).toContain('cover of Joss Amberley')
    expect(shown.find('.line').text()).toContain('track 2')
  })
  it('counts when a person has said for which original it is, and who gives it', async () => {
    const after = { lines: [line({ confirmed: CONFIRMED })], documents: DOCUMENTS }
    const { shown, posts } = await list({ lines: [line()], documents: DOCUMENTS }, { [SAY]: after })
    await shown.find('select').setValue(9)
    await shown.find('input').setValue('Low Lock Music')
    await shown.find('.line button').trigger('click')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({
      work: 4,
      recording: 0,
      use: 'cover',
      title: 'Low Bridge',
      document: 9,
      party: 'Low Lock Music',
    })
    expect(shown.find('.line').text()).toContain('Low Lock Music: permission.pdf')
    expect(shown.find('.line').text()).toContain('confirmed by M. Arden')
  })
  it('is taken back', async () => {
    const { button, posts } = await list(
      { lines: [line({ confirmed: CONFIRMED })], documents: DOCUMENTS },
      { [SAY]: { lines: [line()], documents: DOCUMENTS } },
    )
    await button('Withdraw').trigger('click')
    await flushPromises()
    expect(posts().at(-1)!.body).toMatchObject({ document: 0, party: '' })
  })
  it('can be read by readers, and not said', async () => {
    const { shown } = await list({ lines: [line()], documents: DOCUMENTS }, {}, 'reader')
    expect(shown.find('select').exists()).toBe(false)
    expect(shown.find('button').exists()).toBe(false)
  })
})
