import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import LoadingLine from './LoadingLine.vue'

describe('what is asked for and not there yet', () => {
  it('is said to be loading', () => {
    const shown = mount(LoadingLine, { props: { what: 'works', failed: false } })
    expect(shown.text()).toBe('Loading works…')
    expect(shown.attributes('role')).toBe('status')
  })
  it('is asked for again from there when asking failed', async () => {
    const shown = mount(LoadingLine, { props: { what: 'the front cover', failed: true } })
    expect(shown.text()).toBe('Could not load the front cover. Try again')
    await shown.get('button').trigger('click')
    expect(shown.emitted('again')).toHaveLength(1)
  })
})
