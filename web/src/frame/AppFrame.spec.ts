import { describe, expect, it } from 'vitest'
import { screen } from '../testing/screen'
import AppFrame from './AppFrame.vue'

describe('A0 The frame around every page', () => {
  it('lets the keyboard skip what stands on every page', async () => {
    const { shown } = await screen(AppFrame, {})
    const first = shown.find('button, a')
    expect(first.text()).toBe('Skip to the page')
    await first.trigger('click')
    expect(document.activeElement?.tagName).toBe('MAIN')
  })
  it('says in the order of the work where one can go, and where one is', async () => {
    const { shown } = await screen(AppFrame, {}, { at: '/releases' })
    const links = shown.findAll('nav a')
    expect(links.map((link) => link.text()).slice(0, 4)).toEqual(['Desk', 'Releases', 'Intake', 'Catalogue'])
    expect(links.filter((link) => link.attributes('aria-current')).map((link) => link.text())).toEqual(['Releases'])
  })
})
