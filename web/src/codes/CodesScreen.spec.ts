import { afterEach, describe, expect, it, vi } from 'vitest'
import { Refused } from '../testing/server'
import { screen } from '../testing/screen'
import CodesScreen from './CodesScreen.vue'

const strip = (used: number) => ({
  field: 'recording.isrc',
  name: 'ISRC',
  block: 'XANW9 2026',
  first: 0,
  size: 100_000,
  used,
  spent: 0,
  next: 'XA-NW9-26-00048',
  kept: [],
  runs: [],
})
const usual = { 'GET /api/codes': [strip(12)] }
afterEach(() => vi.unstubAllGlobals())

describe('R1 The label’s codes', () => {
  it('says which code is next in every block', async () => {
    const { shown } = await screen(CodesScreen, usual)
    expect(shown.find('.block').text()).toContain('XA-NW9-26-00048')
    expect(shown.find('.block').text()).toContain('12 used')
  })
  it('says that the blocks could not be looked up', async () => {
    const { shown } = await screen(CodesScreen, {
      ...usual,
      'GET /api/codes': new Refused(503, 'database-away', 'The database is away.'),
    })
    expect(shown.find('[role=alert]').text()).toBe('The database is away.')
  })
  it('lets readers look', async () => {
    const { shown } = await screen(CodesScreen, usual, { role: 'reader' })
    expect(shown.findAll('button')).toHaveLength(0)
  })
})
