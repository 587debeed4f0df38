import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import TypeAhead, { type Suggestion } from './TypeAhead.vue'

const NAMES = ['Mira Tollgate', 'Mirabel Osei', 'Petra Vann']
beforeEach(() => vi.useFakeTimers())
afterEach(() => vi.useRealTimers())

function field(more: object = {}, find?: (typed: string) => Suggestion[] | Promise<Suggestion[]>) {
  const asked: string[] = []
  const shown = mount(TypeAhead, {
    props: {
      modelValue: '',
      'onUpdate:modelValue': (text: string) => shown.setProps({ modelValue: text }),
      label: 'Artists',
      find: (typed: string) => {
        asked.push(typed)
        return find
          ? find(typed)
          : NAMES.filter((name) => name.toLowerCase().startsWith(typed.toLowerCase())).map((text) => ({ text }))
      },
      ...more,
    },
    attachTo: document.body,
  })
  const input = shown.find('input')
  return {
    asked,
    input,
    shown,
    type: async (text: string) => {
      await input.setValue(text)
      await vi.advanceTimersByTimeAsync(200)
      await flushPromises()
    },
    options: () => shown.findAll('[role=option]').map((each) => each.text()),
    press: (key: string) => input.trigger('keydown', { key }),
  }
}

describe('P2 A field that proposes what may be meant', () => {
  it('asks when typing pauses, not at every letter', async () => {
    const { input, type, asked, options } = field()
    await input.setValue('M')
    await input.setValue('Mi')
    await type('Mir')
    expect(asked).toEqual(['Mir'])
    expect(options()).toEqual(['Mira Tollgate', 'Mirabel Osei'])
    expect(input.attributes('aria-expanded')).toBe('true')
  })
  it('takes what is chosen with the arrows; what is typed holds when nothing is chosen', async () => {
    const { type, press, input, options, shown } = field()
    await type('Mir')
    await press('ArrowDown')
    await press('ArrowDown')
    expect(shown.find('[aria-selected=true]').text()).toBe('Mirabel Osei')
    await press('Enter')
    expect(input.element.value).toBe('Mirabel Osei')
    expect(options()).toEqual([])
    expect(shown.emitted('enter')).toBeUndefined()
    await type('Mir')
    await press('Enter')
    expect(shown.emitted('enter')).toHaveLength(1)
    expect(input.element.value).toBe('Mir')
  })
  it('completes the last of several names and leaves the others alone', async () => {
    const { type, press, input, asked } = field({ many: true })
    await type('Hanna Veil; Pet')
    expect(asked).toEqual(['Pet'])
    await press('ArrowDown')
    await press('Tab')
    expect(input.element.value).toBe('Hanna Veil; Petra Vann')
  })
  it('lets go of a slow answer when something else has been typed since', async () => {
    const answers: ((found: Suggestion[]) => void)[] = []
    const { type, options } = field({}, () => new Promise((resolve) => answers.push(resolve)))
    await type('Mir')
    await type('Pet')
    answers[1]!([{ text: 'Petra Vann' }])
    await flushPromises()
    answers[0]!([{ text: 'Mira Tollgate' }])
    await flushPromises()
    expect(options()).toEqual(['Petra Vann'])
  })
  it('closes its list first on Escape, and is left with the next', async () => {
    const { type, press, options, shown } = field()
    await type('Mir')
    await press('Escape')
    expect(options()).toEqual([])
    expect(shown.emitted('leave')).toBeUndefined()
    await press('Escape')
    expect(shown.emitted('leave')).toHaveLength(1)
  })
  it('proposes nothing that stands there already', async () => {
    const { type, options } = field()
    await type('Petra Vann')
    expect(options()).toEqual([])
  })
})
