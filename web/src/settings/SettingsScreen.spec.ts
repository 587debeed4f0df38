import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { Refused } from '../testing/server'
import { screen } from '../testing/screen'
import SettingsScreen from './SettingsScreen.vue'

const LABEL = {
  name: 'Ninth Weir Records',
  isrcPrefix: 'XANW9',
  barcodePrefix: '952123450',
  cataloguePrefix: 'NW',
  publisher: 'Low Lock Music',
  societyId: '000000952',
}
const NONE = { plan: null, lastGood: null, tooOld: false, latest: [] }
const WELL = { signs: [{ name: 'Room', level: 'WELL', says: '80.2 GB of 100.0 GB are free.' }], found: [], more: 0 }
const usual = {
  'GET /api/house': WELL,
  'GET /api/label': LABEL,
  'GET /api/backups': NONE,
  'GET /api/calendar': { path: null, since: null },
  'GET /api/house/facts': { timeZone: '', contact: '', currency: '' },
  'GET /api/house/currencies': [
    { code: 'EUR', name: 'Euro' },
    { code: 'SEK', name: 'Swedish Krona' },
  ],
  'GET /api/destinations': [],
  'GET /api/templates': [] as object[],
  'GET /api/recipes': [] as object[],
}
afterEach(() => vi.unstubAllGlobals())

describe('P1 Settings of the house', () => {
  it('saves the label', async () => {
    const { shown, posts } = await screen(SettingsScreen, { ...usual, 'PUT /api/label': LABEL })
    await shown.find('#isrcPrefix').setValue('XANW8')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)).toMatchObject({ method: 'PUT', path: '/api/label', body: { isrcPrefix: 'XANW8' } })
    expect(shown.find('.saved').text()).toBe('Saved.')
  })
  it('says what is wrong with a prefix, and what was typed stays', async () => {
    const { shown } = await screen(SettingsScreen, {
      ...usual,
      'PUT /api/label': new Refused(
        422,
        'malformed-code',
        'An ISRC prefix has two letters and three letters or digits.',
      ),
    })
    await shown.find('#isrcPrefix').setValue('X')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(shown.find('[role=alert]').text()).toContain('two letters')
    expect((shown.find('#isrcPrefix').element as HTMLInputElement).value).toBe('X')
    expect(shown.find('.saved').text()).toBe('')
  })
  it('removes a template only when that is said twice', async () => {
    const single = { name: 'Singles', facts: [{ name: 'Genre', value: 'Folk' }] }
    let templates: object[] = [single]
    const { shown, posts } = await screen(SettingsScreen, {
      ...usual,
      'GET /api/templates': () => templates,
      'DELETE /api/templates': () => ((templates = []), {}),
    })
    const section = shown.find('[aria-labelledby=settings-templates]')
    expect(section.find('tbody tr').text()).toContain('Genre Folk')
    await section.find('[aria-label="Remove Singles"]').trigger('click')
    expect(posts()).toEqual([])
    await section.find('.going button').trigger('click')
    await flushPromises()
    expect(posts().at(-1)).toMatchObject({ method: 'DELETE', path: '/api/templates?name=Singles' })
    expect(section.text()).toContain('There are no templates yet.')
  })
  it('says which recipes are the label’s, and opens them', async () => {
    const recipe = (id: string, own: boolean, shipped: boolean) => ({
      id,
      name: `Recipe ${id}`,
      text: '',
      own,
      shipped,
    })
    const { shown } = await screen(
      SettingsScreen,
      {
        ...usual,
        'GET /api/recipes': [recipe('a', false, true), recipe('b', true, true), recipe('c', true, false)],
      },
      { stubs: { RecipeEditor: { props: ['recipe'], template: '<p class="editor">{{ recipe }}</p>' } } },
    )
    const lines = shown.findAll('[aria-labelledby=settings-recipes] tbody tr')
    expect(lines.map((each) => each.find('td').text())).toEqual([
      'as shipped',
      'changed by the label',
      'the label’s own',
    ])
    await lines[2]!.find('button').trigger('click')
    expect(shown.find('.editor').text()).toBe('c')
  })
  it('saves when a day begins, whom others may ask and what prices are in', async () => {
    const typed = { timeZone: 'Europe/Berlin', contact: 'M. Arden, desk@ninth-weir.example', currency: 'SEK' }
    const { shown, posts } = await screen(SettingsScreen, { ...usual, 'PUT /api/house/facts': typed })
    await shown.find('#timeZone').setValue(typed.timeZone)
    await shown.find('#contact').setValue(typed.contact)
    await shown.find('#currency').setValue(typed.currency)
    await shown.findAll('form')[1]!.trigger('submit')
    await flushPromises()
    expect(posts().at(-1)).toMatchObject({ method: 'PUT', path: '/api/house/facts', body: typed })
    expect(shown.findAll('.saved').map((each) => each.text())).toContain('Saved.')
  })
  it('says how destinations are reached and what of that is missing', async () => {
    const one = { id: 'lumenfold', name: 'Lumenfold', way: 'interface', url: 'https://lumenfold.example', secret: true }
    const { shown } = await screen(SettingsScreen, {
      ...usual,
      'GET /api/destinations': [
        one,
        { ...one, id: 'ostra', name: 'OSTRA', url: null },
        { ...one, id: 'ppo', name: 'PPO', secret: false },
        { ...one, id: 'form', name: 'Quayside Form', way: 'form', url: null, secret: false },
      ],
    })
    const section = shown.find('[aria-labelledby=settings-connections]')
    const rows = section.findAll('tbody tr').map((row) => row.findAll('td').map((cell) => cell.text()))
    expect(rows).toEqual([
      ['Lumenfold', 'through its API', 'https://lumenfold.example', ''],
      ['OSTRA', 'through its API', '', 'no address entered'],
      ['PPO', 'through its API', 'https://lumenfold.example', 'no token entered'],
      ['Quayside Form', 'by hand, into a web form', '', ''],
    ])
  })
  it('says when the last good backup was, and why a later one failed', async () => {
    const run = {
      began: '2026-11-22T02:00:00Z',
      ended: '2026-11-22T02:04:00Z',
      place: '/mnt/weir',
      good: true,
      files: 61,
      bytes: 734_000_000,
      says: '',
    }
    const { shown } = await screen(SettingsScreen, {
      ...usual,
      'GET /api/backups': {
        plan: { folder: '/mnt/weir', keep: 14 },
        lastGood: run,
        tooOld: false,
        latest: [{ ...run, began: '2026-11-23T02:00:00Z', good: false, says: 'The backup needs 12 MB more.' }, run],
      },
    })
    expect(shown.text()).toContain('61 files, 734.0 MB, in /mnt/weir')
    expect(shown.text()).toContain('every day and keeps the newest 14')
    expect(shown.text()).toContain('failed: The backup needs 12 MB more.')
  })
  it('says how to have one every day', async () => {
    const { shown } = await screen(SettingsScreen, usual)
    expect(shown.text()).toContain('There is no backup yet.')
    expect(shown.text()).toContain('./entrada backup --every day')
  })
  it('lets everybody but managers look only', async () => {
    const single = { name: 'Singles', facts: [] }
    const { shown } = await screen(SettingsScreen, { ...usual, 'GET /api/templates': [single] }, { role: 'assistant' })
    expect(shown.find('#name').attributes('disabled')).toBeDefined()
    expect(shown.text()).not.toContain('Save')
    expect(shown.text()).not.toContain('Remove')
    expect(shown.text()).not.toContain('Backup')
  })
  it('tells managers how the installation is, what is wrong in it, and what to do', async () => {
    const { shown } = await screen(SettingsScreen, {
      ...usual,
      'GET /api/house': {
        signs: [
          ...WELL.signs,
          { name: 'Deliveries', level: 'BAD', says: 'Nothing works at them; start the server again.' },
        ],
        found: [
          {
            says: 'A picture of “Tidewrack Almanac” is not known.',
            remedy: 'Add the picture again.',
            at: '2026-11-23T10:00:00Z',
          },
        ],
        more: 4,
      },
    })
    const section = shown.find('[aria-labelledby=settings-house]')
    const lines = section.findAll('dl > div').map((each) => each.text().replace(/\s+/g, ' '))
    expect(lines[1]).toContain('Deliveries')
    expect(lines[1]).toContain('start the server again')
    expect(section.find('li').text()).toContain('Add the picture again.')
    expect(section.text()).toContain('4 more.')
    const reading = await screen(SettingsScreen, usual, { role: 'reader' })
    expect(reading.shown.find('[aria-labelledby=settings-house]').exists()).toBe(false)
  })
})
