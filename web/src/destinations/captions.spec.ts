import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { CaptionTyped } from '../api/types'
import { screen } from '../testing/screen'
import { Refused } from '../testing/server'
import CaptionEditor from './CaptionEditor.vue'
import AnswerDrop from './AnswerDrop.vue'
import { usual, wordsOf, wordsText } from './captions'

const CHOICES = {
  facts: [
    { id: 'title', name: 'title', per: ['release', 'track'] },
    { id: 'release.barcode', name: 'Barcode (release)', per: ['release'] },
    { id: 'writer', name: 'writer', per: ['writer'] },
  ],
  choices: {
    per: ['release', 'track', 'writer'],
    date: ['year-month-day', 'day/month/year'],
    names: ['as credited', 'last, first'],
    list: ['commas', 'lines'],
    time: ['minutes:seconds', 'seconds'],
    entered: ['pasted', 'chosen', 'ticked'],
  },
}
const CAPTIONS = 'GET /api/destinations/quay/captions'
const SAVE = 'PUT /api/destinations/quay/captions'
const editor = (captions: object[], routes: Record<string, unknown> = {}, role = 'manager') =>
  screen(
    CaptionEditor,
    { 'GET /api/destinations/captions': CHOICES, [CAPTIONS]: captions, [SAVE]: captions, ...routes },
    { role, props: { destination: { id: 'quay' } } },
  )
afterEach(() => vi.unstubAllGlobals())

describe('B0 Captions of a form', () => {
  it('are pasted one a line, and a fact of the same name is offered', async () => {
    const { shown, posts, button } = await editor([])
    await shown.find('.paste textarea').setValue('Title\n\n Barcode \nHouse number')
    await button('Add 3').trigger('click')
    await flushPromises()
    await button('Save captions').trigger('click')
    await flushPromises()
    const body = posts().at(-1)!.body as CaptionTyped[]
    expect(body.map((each) => [each.caption, each.fact])).toEqual([
      ['Title', 'title'],
      ['Barcode', 'release.barcode'],
      ['House number', ''],
    ])
  })
  it('are moved, removed, and written as the form wants it', async () => {
    const { shown, posts, button } = await editor([
      { caption: 'Title', fact: 'title' },
      { caption: 'Writer', fact: 'writer', per: 'writer' },
    ])
    await shown.find('[aria-label="Writer up"]').trigger('click')
    await shown.find('[aria-expanded]').trigger('click')
    await shown.findAll('.writing select')[1]!.setValue('last, first')
    await button('Save captions').trigger('click')
    await flushPromises()
    const body = posts().at(-1)!.body as CaptionTyped[]
    expect(body.map((each) => [each.caption, each.names])).toEqual([
      ['Writer', 'last, first'],
      ['Title', 'as credited'],
    ])
    expect(shown.emitted('saved')).toHaveLength(1)
  })
  it('say why they are not taken, and keep what was typed', async () => {
    const { shown, button } = await editor([{ caption: 'Title', fact: 'title' }], {
      [SAVE]: new Refused(422, 'malformed-caption', '“Title” stands there twice. Nothing was changed.'),
    })
    await shown.find('[aria-label=Caption]').setValue('Titel')
    await button('Save captions').trigger('click')
    await flushPromises()
    expect(shown.find('[role=alert]').text()).toContain('Nothing was changed.')
    expect((shown.find('[aria-label=Caption]').element as HTMLInputElement).value).toBe('Titel')
  })
  it('are only read by who may not change them', async () => {
    const { shown } = await editor([{ caption: 'Title', fact: 'title' }], {}, 'reader')
    expect(shown.find('textarea').exists()).toBe(false)
    expect(shown.find('[aria-label=Caption]').attributes('disabled')).toBeDefined()
  })
  it('have words of the form for values of ours', () => {
    expect(wordsOf('explicit = Yes; clean=No; nothing')).toEqual({ explicit: 'Yes', clean: 'No' })
    expect(wordsText({ explicit: 'Yes', clean: 'No' })).toBe('explicit = Yes; clean = No')
    expect(usual({ caption: 'Title', fact: 'title' } as CaptionTyped)).toMatchObject({ per: 'release', limit: 0 })
  })
})

describe('B0 An answer that came as a file', () => {
  const ANSWERS = 'POST /api/destinations/quay/answers'
  const dropped = async (answer: unknown) => {
    const made = await screen(AnswerDrop, { [ANSWERS]: answer }, { props: { id: 'quay', name: 'Hollow Quay' } })
    const input = made.shown.find('input.answer')
    const file = new File(['HDRSO…'], 'answer.ACK')
    file.text = () => Promise.resolve('HDRSO…')
    Object.defineProperty(input.element, 'files', { value: [file] })
    await input.trigger('change')
    await flushPromises()
    return made
  }
  it('is read, and leads to what it answers', async () => {
    const { shown, posts } = await dropped({
      release: 7,
      title: 'Tidewrack Almanac',
      delivery: 3,
      state: 'accepted',
      unreadable: ['line 4: there is no record “XYZ”'],
    })
    expect(posts().at(-1)!.body).toEqual({ name: 'answer.ACK', text: 'HDRSO…' })
    expect(shown.find('[role=status]').text()).toContain('Tidewrack Almanac: accepted.')
    expect(shown.find('[role=status]').text()).toContain('line 4')
    expect(shown.emitted('taken')).toHaveLength(1)
  })
  it('says when it is none', async () => {
    const { shown } = await dropped(new Refused(422, 'no-answer', 'It is no answer. Nothing was changed.'))
    expect(shown.find('[role=alert]').text()).toContain('Nothing was changed.')
    expect(shown.emitted('taken')).toBeUndefined()
  })
})
