import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { screen } from '../testing/screen'
import { guideOf, PANELS, SCREENS } from '../screens'
import GuideDialog from './GuideDialog.vue'
import { CONTENTS, page, pages, within } from './pages'

const ALL = Object.keys(import.meta.glob('../../../docs/**/*.{md,png}'))
const TEXTS = import.meta.glob<string>('../../../docs/{guide,texts}/**/*.md', {
  query: '?raw',
  import: 'default',
  eager: true,
})
const text = (name: string) => TEXTS[`../../../docs/${name}.md`]!
const links = (name: string) => [...text(name).matchAll(/\]\(([^)]+)\)/g)].map((each) => each[1]!)
/** Where a link of a page leads, as the address of a file. */
const file = (name: string, link: string) => new URL(link, `file:///docs/${name}.md`).pathname.slice(1)
/** What the interface and the server say, as tests have written it down. */
const SAID = ['interface', 'rules-and-facts', 'messages'].map((each) => TEXTS[`../../../docs/texts/${each}.md`]).join()
afterEach(() => vi.unstubAllGlobals())

describe('The guide', () => {
  it('has a page for every view', () => {
    const views = [
      ...SCREENS.flat().flatMap((each) => [each.key, ...(each.within ?? []).map((part) => part.key)]),
      ...PANELS.map((each) => each.key),
      'year',
      'copy-sheet',
    ]
    expect(views.length).toBeGreaterThan(20)
    expect(views.filter((each) => !pages().includes(`guide/${guideOf(each)}`))).toEqual([])
  })
  it('leads to every page from its contents, and from none to nowhere', () => {
    const reached = new Set<string>()
    const follow = (name: string) => {
      if (reached.has(name)) return
      reached.add(name)
      for (const link of links(name)) {
        expect(ALL, `${name}: ${link}`).toContain(`../../../${file(name, link)}`)
        const to = within(name, link)
        if (to) follow(to)
      }
    }
    follow(CONTENTS)
    expect(pages().filter((each) => !reached.has(each))).toEqual([])
  })
  it('calls things in the interface as they are called there', () => {
    const wrong = pages()
      .filter((name) => name.startsWith('guide/'))
      .flatMap((name) =>
        [...text(name).matchAll(/(?<![*\w])\*{1,2}([A-Z][^*\n]{3,60})\*{1,2}(?!\*)/g)]
          .map((each) => each[1]!.replace(/[.…:]+$/, ''))
          .filter((label) => !SAID.includes(label))
          .map((label) => `${name}: ${label}`),
      )
    expect(wrong).toEqual([])
  })
  it('shows pictures, follows links within itself, and leaves words of those that lead out', async () => {
    const shown = mount({ template: await page('guide/sheet') })
    expect(shown.find('img').attributes('src')).toContain('sheet')
    expect(await page('guide/settings')).not.toContain('<a')
    expect(await page('guide/kinds/distributor')).toContain('data-page="guide/your-destinations"')
    expect(await page(CONTENTS)).toContain('data-page="texts/rules-and-facts"')
    // whatever stands on a page, no HTML of its own gets through
    expect(await page('nonsense')).toBe(await page(CONTENTS))
  })
  it('opens at the page of the view, goes on, and back', async () => {
    const stubs = { BModal: { template: '<div><slot /></div>' } }
    const { shown, button } = await screen(GuideDialog, {}, { at: '/codes', stubs, props: { modelValue: true } })
    await vi.waitFor(() => expect(shown.find('article h1').text()).toBe('Codes'))
    await shown.find('[data-page="guide/settings"]').trigger('click')
    await vi.waitFor(() => expect(shown.find('article h1').text()).toBe('Settings'))
    await button('Keys').trigger('click')
    await flushPromises()
    expect(shown.find('dl').text()).toContain('Next, previous finding')
    await button('Back').trigger('click')
    await vi.waitFor(() => expect(shown.find('article h1').text()).toBe('Settings'))
    // opened again it begins at the view
    await shown.setProps({ modelValue: false })
    await shown.setProps({ modelValue: true })
    await vi.waitFor(() => expect(shown.find('article h1').text()).toBe('Codes'))
  })
})
