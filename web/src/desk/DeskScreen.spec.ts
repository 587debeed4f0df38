import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { PAGE } from '../api/client'
import { Refused } from '../testing/server'
import { eventually } from '../testing/eventually'
import { screen } from '../testing/screen'
import DeskScreen from './DeskScreen.vue'

const move = (more: object) => ({
  releaseId: 7,
  release: 'Tidewrack Almanac',
  says: '“Wrack Line” has no ISRC.',
  waits: ['Lumenfold'],
  // 62 days after its today
  lateOn: '2027-01-24',
  panel: 'sheet',
  track: 8,
  column: 'isrc',
  weight: 'stop',
  ...more,
})
const desk = (moves: object[], answers: object[] = []) => ({
  today: '2026-11-23',
  weeks: 26,
  destinations: 9,
  moves,
  busy: new Set((moves as { releaseId: number }[]).map((move) => move.releaseId)).size,
  lookedOver: 0,
  backupTooOld: false,
  houseFound: 0,
  ahead: [],
  wanting: [] as object[],
  answers,
  putOff: [] as object[],
})
const stands = (more: object) => ({
  release: 99,
  looked: 5,
  gone: false,
  head: null,
  was: 1,
  things: 1,
  weight: 1,
  lateOn: null,
  aheadOn: null,
  ...more,
})
afterEach(() => vi.unstubAllGlobals())

describe('F1 The desk', () => {
  it('leads to the cell that is meant', async () => {
    const { shown } = await screen(DeskScreen, { 'GET /api/desk': desk([move({})]) })
    expect(shown.find('ol a').attributes('href')).toBe('/releases/7/sheet?at=8.isrc')
  })
  it('leads to a panel where no cell is meant', async () => {
    const { shown } = await screen(DeskScreen, { 'GET /api/desk': desk([move({ panel: 'files', column: null })]) })
    expect(shown.find('ol a').attributes('href')).toBe('/releases/7/files')
  })
  it('leads to the destinations while there is none', async () => {
    const { shown } = await screen(DeskScreen, { 'GET /api/desk': { ...desk([]), destinations: 0 } })
    expect(shown.text()).toContain('There is no destination yet, so nothing is checked.')
    expect(shown.find('section a').attributes('href')).toBe('/destinations')
  })
  it('leads a new house from step to step, and says who does what somebody may not', async () => {
    const steps = { label: true, codes: false, destination: false, release: false }
    const fresh = { ...desk([]), destinations: 0, firstSteps: steps }
    const { shown } = await screen(DeskScreen, { 'GET /api/desk': fresh })
    expect(shown.text()).toContain('2 of 5 steps done.')
    // codes are not for every label: the next step is the destination
    expect(shown.findAll('.steps .btn-primary').map((each) => each.text())).toEqual(['Add a destination'])
    expect(shown.findAll('.steps .ways a').map((each) => each.attributes('href'))).toEqual([
      '/accounts',
      '/settings',
      '/destinations',
      '/intake',
      '/releases?new=document',
      '/releases?new',
    ])
    const helping = await screen(DeskScreen, { 'GET /api/desk': fresh }, { role: 'assistant' })
    expect(helping.shown.findAll('.steps .ways a').map((each) => each.text())).toEqual([
      'From files',
      'From a table',
      'By hand',
    ])
    expect(helping.shown.text()).toContain('A manager does this.')
  })
  it('begins with answers that want something', async () => {
    const wanting = [
      {
        releaseId: 9,
        release: 'Lamplighter’s Round',
        destination: 'Commonshelf',
        state: 'rejected',
        says: 'The cover shows a price.',
        at: '2026-11-20T10:00:00Z',
      },
    ]
    const { shown } = await screen(DeskScreen, { 'GET /api/desk': { ...desk([move({})]), wanting } })
    const line = shown.find('.wanting li')
    expect(line.text().replace(/\s+/g, ' ')).toContain(
      'Lamplighter’s Round was rejected by Commonshelf: The cover shows a price.',
    )
    expect(line.find('a').attributes('href')).toBe('/releases/9/send')
    expect(line.element.compareDocumentPosition(shown.find('.block').element)).toBe(Node.DOCUMENT_POSITION_FOLLOWING)
  })
  it('says what a destination asked once, where it is to be answered', async () => {
    const asked = {
      releaseId: 7,
      release: 'Tidewrack Almanac',
      destination: 'Ferrous Lane',
      state: 'questions',
      says: 'Is the silence meant?',
      at: '2026-11-20T10:00:00Z',
    }
    const answers = [asked, { ...asked, releaseId: 9, release: 'Lamplighter’s Round' }]
    const { shown } = await screen(DeskScreen, {
      'GET /api/desk': {
        ...desk([move({ says: 'Ferrous Lane asks: Is the silence meant?' })], answers),
        wanting: answers,
      },
    })
    expect(shown.findAll('.wanting li').map((each) => each.find('b').text())).toEqual(['Lamplighter’s Round'])
    expect(shown.text().match(/Is the silence meant/g)).toHaveLength(2)
    expect(shown.findAll('.side li')).toHaveLength(2)
  })
  it('offers what can be done in one move, and counts it as no thing of its own', async () => {
    const moves = [
      ...[1, 2, 3].map((track) => move({ track })),
      move({ panel: 'send', column: null, weight: 'risk', says: 'Ready to send.', waits: ['Ferrous Lane'] }),
      move({ panel: 'readiness', column: null, weight: 'note', says: 'Fix 4 safe ones…', waits: [], lateOn: null }),
    ]
    const { shown } = await screen(DeskScreen, { 'GET /api/desk': desk(moves) })
    expect(shown.find('.slack').text()).toContain('4 things')
    expect(shown.findAll('.more a').map((each) => [each.text(), each.attributes('href')])).toEqual([
      ['1 more', '/releases/7/readiness'],
      ['Fix 4 safe ones…', '/releases/7/readiness?fix='],
      ['Send: Ferrous Lane', '/releases/7/send'],
    ])
    const reading = await screen(DeskScreen, { 'GET /api/desk': desk(moves) }, { role: 'reader' })
    expect(reading.shown.findAll('.more a')).toHaveLength(1)
  })
  it('says who waits, and how long there is', async () => {
    const { shown } = await screen(DeskScreen, {
      'GET /api/desk': desk([
        move({}),
        move({ waits: ['OSTRA', 'Commonshelf'], lateOn: '2026-11-20' }),
        move({ lateOn: null }),
      ]),
    })
    const lines = shown.findAll('ol li').map((each) => each.text())
    expect(lines[0]).toContain('Lumenfold')
    expect(lines[1]).toContain('OSTRA, Commonshelf')
    expect(shown.find('.late').text()).toBe('3 things · 3 days late')
  })
  it('stands release by release: three lines each, the rest is a number', async () => {
    const many = ['One.', 'Two.', 'Three.', 'Four.', 'Five.'].map((says) => move({ says }))
    const other = move({ releaseId: 8, release: 'Slack Water', lateOn: null })
    const { shown, heard, button } = await screen(DeskScreen, {
      'GET /api/desk': { ...desk([...many, other]), busy: 40 },
    })
    const blocks = shown.findAll('.block')
    expect(blocks.map((each) => each.find('h3').text())).toEqual([
      'Tidewrack Almanac5 things · 62 days to spare Postpone…',
      'Slack Water1 thing · no date Postpone…',
    ])
    expect(blocks[0]!.findAll('ol li')).toHaveLength(3)
    expect(blocks[0]!.find('.more').text()).toBe('2 more')
    expect(blocks[0]!.find('.more a').attributes('href')).toBe('/releases/7/readiness')
    expect(shown.text()).toContain('38 more releases need attention.')
    await button('Show more').trigger('click')
    await flushPromises()
    expect(heard.at(-1)!.path).toBe('/api/desk?releases=60')
  })
  it('says how many releases are being looked over', async () => {
    const { shown } = await screen(DeskScreen, { 'GET /api/desk': { ...desk([]), lookedOver: 12 } })
    expect(shown.find('[role=status]').text()).toContain('12 releases are being rechecked')
    expect(shown.text()).not.toContain('Nothing to do')
  })
  it('tells what was answered, and why when it was not yes', async () => {
    const answer = (state: string, says: string) => ({
      releaseId: 7,
      release: 'Slack Water',
      destination: 'Lumenfold',
      state,
      says,
      at: '2026-11-23T10:00:00Z',
    })
    const { shown } = await screen(DeskScreen, {
      'GET /api/desk': desk([], [answer('accepted', 'Taken.'), answer('rejected', 'The cover shows a price.')]),
    })
    const lines = shown.findAll('.side li').map((each) => each.text())
    expect(lines[0]).not.toContain('Taken.')
    expect(lines[1]).toContain('The cover shows a price.')
    expect(shown.find('.side li a').attributes('href')).toBe('/releases/7/send')
  })
  it('says that nothing waits', async () => {
    const { shown } = await screen(DeskScreen, { 'GET /api/desk': desk([]) })
    expect(shown.text()).toContain('Nothing to do.')
  })
  it('asks again when what it tells is different, and not for what it does not tell', async () => {
    const date = {
      date: '2026-12-11',
      kind: 'release',
      releaseId: 9,
      release: 'Lamplighter’s Round',
      destination: null,
    }
    // thirty releases, each with a stop that gets late on 24 January, and thirty with dates, the last on 11 December
    const moves = Array.from({ length: 30 }, (_, i) => move({ releaseId: 100 + i, release: `Reach ${i}` }))
    const ahead = Array.from({ length: 30 }, (_, i) => ({ ...date, releaseId: 200 + i }))
    const { heard, say } = await screen(DeskScreen, { 'GET /api/desk': { ...desk(moves), busy: 50, ahead } })
    const asked = () => heard.filter((call) => call.path.startsWith('/api/desk')).length
    const quiet = [
      { weight: 1, lateOn: '2026-12-01' },
      { weight: 2, lateOn: '2027-01-25' },
      { weight: 2, lateOn: '2027-01-24', release: 130 },
      { was: 0, things: 0, aheadOn: '2026-12-12' },
    ]
    for (const each of quiet) say('stands', stands(each))
    say('desk', {}, PAGE)
    await new Promise((later) => setTimeout(later, 600))
    expect(asked()).toBe(1)
    const telling = [
      { release: 104 },
      { release: 204 },
      { weight: 2, lateOn: '2027-01-23' },
      { weight: 2, lateOn: '2027-01-24', release: 99 },
      { was: 0 },
      { was: null },
      { things: 0 },
      { aheadOn: '2026-12-10' },
    ]
    for (const [i, each] of telling.entries()) {
      say('stands', stands(each))
      await eventually(() => expect(asked(), JSON.stringify(each)).toBe(i + 2))
    }
    say('desk', {}, 'of another page')
    await eventually(() => expect(asked()).toBe(telling.length + 2))
    say('delivery', { id: 4, release: 77 })
    await eventually(() => expect(asked()).toBe(telling.length + 3))
  })
  it('says when something in the installation is damaged or missing, and where to read of it', async () => {
    const { shown } = await screen(DeskScreen, { 'GET /api/desk': { ...desk([move({})]), houseFound: 2 } })
    expect(shown.find('p.wanting').text().replace(/\s+/g, ' ')).toContain(
      '2 things in the installation are damaged or missing.',
    )
    expect(shown.find('p.wanting a').attributes('href')).toBe('/settings')
  })
  it('keeps what it shows when looking again fails', async () => {
    let fails = false
    const { shown, say } = await screen(DeskScreen, {
      'GET /api/desk': () =>
        fails ? new Refused(503, 'database-away', 'The database is away. What was saved is safe.') : desk([move({})]),
    })
    fails = true
    say('stands', stands({ release: 7 }))
    await eventually(() => expect(shown.text()).toContain('The database is away.'))
    expect(shown.text()).toContain('Wrack Line')
  })
  it('lets readers begin nothing', async () => {
    const { shown } = await screen(DeskScreen, { 'GET /api/desk': desk([]) }, { role: 'reader' })
    expect(shown.findAll('button')).toHaveLength(0)
  })
  it('puts a release off until a day, with a reason, and brings it back', async () => {
    let putOff: object[] = []
    const { shown, posts } = await screen(DeskScreen, {
      'GET /api/desk': () => ({ ...desk(putOff.length ? [] : [move({})]), putOff }),
      'GET /api/calendar': { since: null, path: null },
      'POST /api/desk/put-off': () =>
        (putOff = [
          {
            id: 3,
            release: 7,
            title: 'Tidewrack Almanac',
            until: '2027-01-10',
            reason: 'Masters in January',
            forAll: true,
            by: 'M. Arden',
          },
        ]),
      'DELETE /api/desk/put-off/3': () => (putOff = []),
    })
    await shown.find('[aria-label="Postpone Tidewrack Almanac"]').trigger('click')
    const form = shown.find('form')
    expect(form.find<HTMLInputElement>('[type=date]').element.value).toBe('2026-12-07')
    await form.find('[type=date]').setValue('2027-01-10')
    await form.find('[type=text]').setValue('Masters in January')
    await form.find('[type=checkbox]').setValue(true)
    await form.trigger('submit')
    await eventually(() => expect(shown.find('.put-off').text()).toContain('until Sun 10 Jan 2027: Masters in January'))
    expect(posts()[0]!.body).toEqual({ release: 7, until: '2027-01-10', reason: 'Masters in January', forAll: true })
    expect(shown.text()).not.toContain('Postpone…')
    await shown.find('.put-off .act').trigger('click')
    await eventually(() => expect(shown.text()).toContain('Postpone…'))
  })
  it('tells the address of the calendar once, and withdraws it', async () => {
    const { shown } = await screen(DeskScreen, {
      'GET /api/desk': desk([]),
      'GET /api/calendar': { since: null, path: null },
      'POST /api/calendar': { since: '2026-11-23T10:00:00Z', path: '/calendar/k3y.ics' },
      'DELETE /api/calendar': { since: null, path: null },
    })
    const button = (name: string) => shown.findAll('.calendar button').find((each) => each.text() === name)!
    await button('Create an address').trigger('click')
    await eventually(() =>
      expect(shown.find<HTMLInputElement>('.calendar input').element.value).toMatch(/\/calendar\/k3y\.ics$/),
    )
    await button('Withdraw').trigger('click')
    await eventually(() => expect(shown.find('.calendar input').exists()).toBe(false))
  })
})
