import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import { Refused } from '../testing/server'
import { DIALOG, screen } from '../testing/screen'
import NewRelease from './NewRelease.vue'

/** The dialog as a screen has it: opened by something, and closed by itself. */
const Opened = defineComponent({
  setup() {
    const open = ref(false)
    return () => [
      h('button', { onClick: () => (open.value = true) }, 'Open'),
      h('i', { class: 'open' }, String(open.value)),
      h(NewRelease, { modelValue: open.value, 'onUpdate:modelValue': (now: boolean) => (open.value = now) }),
    ]
  },
})
const MADE = { head: { id: 31 } }
async function dialog(routes: Record<string, unknown>) {
  const at = await screen(
    Opened,
    {
      'GET /api/templates': [{ name: 'Album, our own', facts: [] }],
      'GET /api/releases': { releases: [{ id: 29, title: 'Slack Water' }], total: 1, lookedOver: 0 },
      ...routes,
    },
    { stubs: DIALOG },
  )
  await at.button('Open').trigger('click')
  await flushPromises()
  return at
}
afterEach(() => vi.unstubAllGlobals())

describe('C2 A release begins', () => {
  it('with the label’s defaults, and leads to its sheet', async () => {
    const { shown, posts, router } = await dialog({ 'POST /api/releases': MADE })
    await shown.find('input[value=EP]').setValue(true)
    await shown.find('#new-title').setValue('Ebb Ledger')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ kind: 'EP', title: 'Ebb Ledger', template: null, from: null })
    expect(router.currentRoute.value.path).toBe('/releases/31/sheet')
    expect(shown.find('.open').text()).toBe('false')
  })
  it('from a template, or from another release', async () => {
    const { shown, posts } = await dialog({ 'POST /api/releases': MADE })
    const options = shown.findAll('#new-source option').map((each) => each.text())
    expect(options).toEqual(['the label’s defaults', 'template Album, our own', 'Slack Water', 'a document or a table'])
    await shown.find('#new-source').setValue('tAlbum, our own')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)!.body).toMatchObject({ template: 'Album, our own', from: null })
    await shown.find('#new-source').setValue('r29')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)!.body).toMatchObject({ template: null, from: 29 })
  })
  it('from a document, and tells what the catalogue knows otherwise', async () => {
    const left = ['Track 1, Title: “Low” in the document, “Low Bridge” here; what is here was kept.']
    const { shown, posts, router, button } = await dialog({ 'POST /api/documents': { release: MADE, left } })
    await shown.find('#new-source').setValue('document')
    expect(button('Create').attributes('disabled')).toBeDefined()
    await shown.find('#new-document').setValue('{"entrada": 1}')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ text: '{"entrada": 1}' })
    expect(router.currentRoute.value.path).toBe('/releases/31/sheet')
    expect(shown.find('li').text()).toBe(left[0])
    expect(shown.find('.open').text()).toBe('true')
    await button('OK').trigger('click')
    expect(shown.find('.open').text()).toBe('false')
  })
  it('from a file, whose text is seen before it is taken', async () => {
    const { shown } = await dialog({})
    await shown.find('#new-source').setValue('document')
    const input = shown.find('input[type=file]')
    Object.defineProperty(input.element, 'files', { value: [{ text: async () => 'title\ttime' }] })
    await input.trigger('change')
    await flushPromises()
    expect((shown.find('#new-document').element as HTMLTextAreaElement).value).toBe('title\ttime')
  })
  it('not, when the document cannot be read: where and why is said, and the text stays', async () => {
    const says = 'tracks[2].isrc: “XANW926” is no ISRC. Nothing was made.'
    const { shown, router } = await dialog({ 'POST /api/documents': new Refused(422, 'malformed-value', says) })
    await shown.find('#new-source').setValue('document')
    await shown.find('#new-document').setValue('{}')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(shown.find('[role=alert]').text()).toBe(says)
    expect((shown.find('#new-document').element as HTMLTextAreaElement).value).toBe('{}')
    expect(router.currentRoute.value.path).toBe('/')
  })
})
