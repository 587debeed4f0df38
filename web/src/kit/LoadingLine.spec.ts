import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import LoadingLine from './LoadingLine.vue'

describe('what is asked for and not there yet', () => {
  it('is said to be loading', () => {
    const shown = mount(LoadingLine, { props: { what: 'works', problem: '' } })
    expect(shown.text()).toBe('Loading works…')
    expect(shown.attributes('role')).toBe('status')
  })
  it('is no longer said to be loading when asking failed, though the problem was closed', async () => {
    const shown = mount(LoadingLine, { props: { what: 'the front cover', problem: '' } })
    await shown.setProps({ problem: 'The server cannot be reached.' })
    await shown.setProps({ problem: '' })
    expect(shown.text()).toBe('Could not load the front cover. Try again')
  })
  it('is asked for again from there', async () => {
    const shown = mount(LoadingLine, { props: { what: 'works', problem: 'The server cannot be reached.' } })
    await shown.get('button').trigger('click')
    expect(shown.emitted('again')).toHaveLength(1)
    expect(shown.text()).toBe('Loading works…')
    await shown.setProps({ problem: '' })
    await shown.setProps({ problem: 'The server cannot be reached.' })
    expect(shown.text()).toContain('Try again')
  })
})
