import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { LineView, ReleaseView } from '../../api/types'
import { useReleaseStore } from '../store'
import CopyLines from './CopyLines.vue'

const line = (state: string, fact: string, more: Partial<LineView> = {}): LineView => ({
  fact,
  container: 'ID3v2',
  id: 'TIT2',
  language: '',
  state,
  now: [],
  planned: [],
  take: null,
  ...more,
})

const LINES = [
  line('SAME', 'ISRC', { now: ['XANW92600040'], planned: ['XANW92600040'] }),
  line('REPLACED', 'Title with version', {
    now: ['Almanack'],
    planned: ['Almanac'],
    take: {
      entity: 'track',
      target: 4,
      field: 'track.title',
      name: 'Title',
      before: 'Almanac',
      value: 'Almanack',
      source: 'almanac.wav, ID3v2 TIT2',
    },
  }),
  line('FOREIGN', 'GEOB', { now: ['12 bytes'] }),
]

describe('what is in a file and what will be', () => {
  beforeEach(() => {
    setActivePinia(createPinia())
    vi.stubGlobal('EventSource', class {})
    vi.stubGlobal(
      'fetch',
      vi.fn(async () => new Response(JSON.stringify(LINES))),
    )
    useReleaseStore().view = { head: { id: 7 }, revision: 1 } as unknown as ReleaseView
  })
  const mounted = async () => {
    const wrapper = mount(CopyLines, {
      props: { recipe: 'store-wav', trackId: 3, cannot: { INFO: ['ISRC', 'Label'] } },
    })
    await flushPromises()
    return wrapper
  }

  it('shows differences first and all on demand', async () => {
    const wrapper = await mounted()
    expect(wrapper.text()).toContain('Almanack')
    expect(wrapper.text()).not.toContain('XANW92600040')
    expect(wrapper.text()).toContain('unknown, kept')
    await wrapper.findAll('button').at(-1)!.trigger('click')
    expect(wrapper.text()).toContain('XANW92600040')
  })
  it('names what a container cannot hold', async () => {
    expect((await mounted()).text()).toContain('INFO cannot hold: ISRC, Label.')
  })
  it('takes a value into the release as a change with its source', async () => {
    const writeAll = vi.spyOn(useReleaseStore(), 'writeAll').mockResolvedValue(true)
    const wrapper = await mounted()
    await wrapper.find('td button').trigger('click')
    expect(writeAll).toHaveBeenCalledWith(
      [{ entity: 'track', target: 4, field: 'track.title', before: 'Almanac', after: 'Almanack' }],
      'Title from the file',
      'almanac.wav, ID3v2 TIT2',
    )
  })
})
