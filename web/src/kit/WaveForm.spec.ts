import { mount } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import { server } from '../testing/server'
import WaveForm from './WaveForm.vue'

/** A hundred seconds on a thousand pixels. */
function wave(more: object = {}) {
  server({})
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      disconnect() {}
    },
  )
  const shown = mount(WaveForm, { props: { sha256: 'a', name: 'Eelgrass', seconds: 100, ...more } })
  shown.find('canvas').element.getBoundingClientRect = () => ({ left: 0, width: 1000 }) as DOMRect
  const at = (type: string, x: number, on: EventTarget = window, more: object = {}) =>
    on.dispatchEvent(new MouseEvent(type, { clientX: x, button: 0, bubbles: true, cancelable: true, ...more }))
  const picture = shown.find('.picture').element
  const drag = async (from: number, to: number) => {
    at('mousedown', from, picture)
    at('mousemove', to)
    await nextTick()
    at('mouseup', to)
    await nextTick()
  }
  return { shown, drag, picture }
}
const stretch = (shown: ReturnType<typeof wave>['shown']) => shown.find('.whole').text().split(',')[0]
afterEach(() => vi.unstubAllGlobals())

describe('G6 An outline under the mouse', () => {
  it('is heard where it is clicked, also by a hand that trembles', async () => {
    const { shown, drag } = wave()
    await drag(250, 252)
    expect(shown.emitted('hear')).toEqual([[25]])
    expect(shown.find('.whole').exists()).toBe(false)
  })
  it('is looked at more closely where a stretch is drawn out, and as a whole again', async () => {
    const { shown, drag } = wave()
    await drag(600, 400)
    expect(shown.emitted('hear')).toBeUndefined()
    expect(stretch(shown)).toBe('0:40–1:00')
    // pixels are seconds of the stretch now: half of it is fifty
    await drag(500, 500)
    expect(shown.emitted('hear')).toEqual([[50]])
    await shown.find('.picture').trigger('dblclick')
    expect(shown.find('.whole').exists()).toBe(false)
  })
  it('never shows less than two seconds, nor anything outside', async () => {
    const { shown, drag } = wave()
    await drag(995, 1200)
    expect(stretch(shown)).toBe('1:38–1:40')
  })
  it('keeps what is under the pointer there while the wheel turns, and leaves a plain wheel to the page', async () => {
    const { shown, picture } = wave()
    const wheel = (more: object) =>
      picture.dispatchEvent(new WheelEvent('wheel', { deltaY: -1, clientX: 500, cancelable: true, ...more }))
    expect(wheel({})).toBe(true)
    await nextTick()
    expect(shown.find('.whole').exists()).toBe(false)
    expect(wheel({ ctrlKey: true })).toBe(false)
    await nextTick()
    // eighty seconds around the fiftieth
    expect(stretch(shown)).toBe('0:10–1:30')
  })
  it('names the cut-off of a lossy codec', () => {
    expect(wave({ above: 16_012 }).shown.find('.above').text()).toBe('nothing above 16.0 kHz')
  })
})
