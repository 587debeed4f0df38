import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { screen } from '../../testing/screen'
import { eventually } from '../../testing/eventually'
import { useReleaseStore } from '../store'
import WorksPanel from './WorksPanel.vue'

const fact = (entity: string, target: number, key: string, value: string | null) => ({
  entity,
  target,
  field: `${entity}.${key}`,
  name: key,
  help: '',
  value,
  shown: value,
})
const work = (id: number, title: string, more: object = {}) => ({
  id,
  title,
  tracks: [id],
  recorded: [fact('recording', id * 100, 'work', String(id))],
  recordings: 1,
  facts: Object.fromEntries(
    ['workTitle', 'iswc', 'origins', 'lyrics', 'writers', 'publishers'].map((key) => [
      key,
      fact('work', id, key, null),
    ]),
  ),
  iswcWrong: false,
  writers: [{ name: 'Joss Amberley', role: 'CA', performing: '50.00', mechanical: '50.00', publisher: null, note: '' }],
  publishers: [],
  performing: { total: '50.00', left: '50.00', closes: false },
  mechanical: { total: '50.00', left: '50.00', closes: false },
  problems: ['50.00 of the performing right is left'],
  lyrics: {},
  ...more,
})
const income = (track: number, more: object = {}) => ({
  track,
  title: `Song ${track}`,
  splits: fact('recording', track * 100, 'splits', null),
  participants: [],
  total: '0.00',
  left: '100.00',
  oneStop: false,
  reasons: ['Nobody has a part yet'],
  ...more,
})
const works = (all: object[], incomes: object[] = []) => ({
  revision: 1,
  works: all,
  incomes,
  writerRoles: [{ code: 'CA', says: 'composer and author' }],
  publisherRoles: [{ code: 'E', says: 'original publisher' }],
})
const whole = {
  head: { id: 7, title: 'Slack Water' },
  tag: 'one',
  revision: 1,
  rows: [{ track: 0, trackId: 0, cells: {} }],
  columns: [],
  findings: [],
}
const panel = (view: object, routes: Record<string, unknown> = {}, role = 'manager') =>
  screen(
    WorksPanel,
    {
      'GET /api/releases/7': whole,
      'GET /api/releases/7/works': view,
      'GET /api/releases/7/permissions': { lines: [], documents: [] },
      'POST /api/releases/7/changes': { ...whole, from: 'one', order: [], came: [], went: [], stack: {} },
      ...routes,
    },
    { role, first: () => useReleaseStore().open(7) },
  )
/** The same with all works opened. */
const opened = async (...of: Parameters<typeof panel>) => {
  const at = await panel(...of)
  for (const title of at.shown.findAll('.line .title')) await title.trigger('click')
  return at
}
type Panel = Awaited<ReturnType<typeof panel>>
const written = async (at: Panel) => {
  await flushPromises()
  await eventually(() => expect(at.posts().at(-1)!.path).toBe('/api/releases/7/changes'))
  return at.posts().at(-1)!.body as { says: string; changes: object[] }
}
afterEach(() => vi.unstubAllGlobals())

describe('C6 Works and who has which share', () => {
  it('say where to begin when there is none', async () => {
    expect((await panel(works([]))).shown.text()).toContain('No tracks yet, so there are no works.')
  })
  it('say what does not close, in words and in a bar', async () => {
    const { shown } = await opened(works([work(1, 'Almanac')]))
    expect(shown.find('.wrong').text()).toContain('50.00 of the performing right is left.')
    expect(shown.findAll('.bar').at(-2)!.attributes('aria-label')).toBe('performing right: 50.00 of 100.00')
  })
  it('say that there are lyrics where no language is given', async () => {
    const { shown } = await opened(works([work(1, 'Almanac', { lyrics: { und: 'Low water, slow water' } })]))
    expect(shown.find('.line').text()).toContain('yes')
    expect(shown.text()).toContain('Lyrics: yes')
    expect(shown.text()).not.toContain('und')
  })
  it('are a line each until one is opened, by mouse or by key', async () => {
    const { shown } = await panel(works([work(1, 'Almanac'), work(2, 'Eelgrass')], [income(1)]))
    expect(shown.findAll('.line').map((each) => each.find('.title').text())).toEqual(['Almanac', 'Eelgrass'])
    expect(shown.find('.line').text()).toContain('Joss Amberley 50')
    expect(shown.find('.line').text()).toContain('50.00 left')
    expect(shown.find('.line').text()).toContain('not one-stop')
    expect(shown.find('.opened').exists()).toBe(false)
    await shown.findAll('.line')[1]!.trigger('keydown', { key: 'ArrowUp' })
    expect(document.activeElement).toBe(shown.find('.line').element)
    await shown.find('.line').trigger('keydown', { key: 'Enter' })
    expect(shown.find('.opened [data-work="1"]').exists()).toBe(true)
  })
  it('that are selected become one in one move, or are divided equally', async () => {
    const three = [work(1, 'Almanac'), work(2, 'Eelgrass'), work(3, 'Saltings')]
    const at = await panel(works(three), {
      'POST /api/releases/7/works/1/equal': works(three),
      'POST /api/releases/7/works/3/equal': works(three),
    })
    const select = async (line: number) => at.shown.findAll('.line')[line]!.trigger('keydown', { key: ' ' })
    await select(0)
    await select(2)
    await at.button('Divide equally').trigger('click')
    await eventually(() =>
      expect(at.posts().map((each) => each.path)).toEqual([
        '/api/releases/7/works/1/equal',
        '/api/releases/7/works/3/equal',
      ]),
    )
    await flushPromises()
    await select(0)
    await select(1)
    await at.button('Make them the same work').trigger('click')
    expect(await written(at)).toMatchObject({
      changes: [{ target: 200, field: 'recording.work', before: '2', after: '1' }],
    })
  })
  it('take shares part by part, as they were typed', async () => {
    const at = await opened(works([work(1, 'Almanac')]))
    await at.shown.find('[aria-label="Share of the performing right of Joss Amberley"]').setValue('100')
    await at.shown.find('[aria-label="Share of the performing right of Joss Amberley"]').trigger('change')
    expect(await written(at)).toMatchObject({
      says: 'writers of Almanac',
      changes: [
        {
          entity: 'work',
          target: 1,
          field: 'work.writers',
          before: null,
          after: null,
          people: [{ name: 'Joss Amberley', role: 'CA', performing: '100', mechanical: '50.00', publisher: '' }],
        },
      ],
    })
  })
  it('take a code; what is unchanged is not written', async () => {
    const at = await opened(works([work(1, 'Almanac')]))
    const [title, iswc] = at.shown.findAll('.facts input')
    await title!.trigger('change')
    expect(at.posts()).toHaveLength(0)
    await iswc!.setValue('T-034.524.680-1')
    expect(await written(at)).toMatchObject({ changes: [{ field: 'work.iswc', after: 'T-034.524.680-1' }] })
  })
  it('say of a code that its check digit does not match', async () => {
    const { shown } = await opened(works([work(1, 'Almanac', { iswcWrong: true })]))
    expect(shown.text()).toContain('The ISWC check digit does not match.')
  })
  it('are divided equally by the server, not by the page', async () => {
    const at = await opened(works([work(1, 'Almanac')]), {
      'POST /api/releases/7/works/1/equal': works([work(1, 'Almanac', { problems: [] })]),
    })
    await at.button('Divide equally').trigger('click')
    await flushPromises()
    expect(at.posts().at(-1)!.path).toBe('/api/releases/7/works/1/equal')
    expect(at.shown.find('.wrong').exists()).toBe(false)
  })
  it('of one title are offered to become one; all recordings go in one move', async () => {
    const two = [fact('recording', 200, 'work', '2'), fact('recording', 300, 'work', '2')]
    const at = await opened(works([work(1, 'Almanac'), work(2, 'Almanac', { recorded: two })]))
    const select = at.shown.find('[data-work="2"] select')
    expect(select.text()).toContain('Same title as another work. The same work?')
    await select.setValue('1')
    expect(await written(at)).toMatchObject({
      changes: [
        { target: 200, field: 'recording.work', before: '2', after: '1' },
        { target: 300, field: 'recording.work', before: '2', after: '1' },
      ],
    })
  })
  it('say of each recording who can license it, and why not', async () => {
    const { shown } = await opened(
      works([work(1, 'Almanac', { tracks: [1, 2] })], [income(1), income(2, { oneStop: true, reasons: [] })]),
    )
    const verdicts = shown.findAll('.verdict').map((each) => each.text())
    expect(verdicts[0]).toContain('Not one-stop')
    expect(verdicts[0]).toContain('Nobody has a part yet.')
    expect(verdicts[1]).toContain('One-stop')
  })
  it('take the income of a recording as it is typed', async () => {
    const at = await opened(works([work(1, 'Almanac')], [income(1)]))
    await at.shown.find('[aria-label="Income split of track 1"]').setValue('Mira Tollgate: artist 60')
    expect(await written(at)).toMatchObject({
      changes: [{ field: 'recording.splits', after: 'Mira Tollgate: artist 60' }],
    })
  })
  it('can be read by readers, and not changed', async () => {
    const { shown, button } = await opened(works([work(1, 'Almanac')], [income(1)]), {}, 'reader')
    expect(button('Divide equally')).toBeUndefined()
    expect(shown.findAll('input').every((each) => each.attributes('disabled') !== undefined)).toBe(true)
  })
})
