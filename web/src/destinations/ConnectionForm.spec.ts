import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { Refused } from '../testing/server'
import { screen } from '../testing/screen'
import ConnectionForm from './ConnectionForm.vue'

const form = (more: object, routes: Record<string, unknown> = {}, role = 'manager') =>
  screen(ConnectionForm, routes, {
    role,
    props: {
      destination: {
        id: 'mill',
        way: 'interface',
        url: null,
        secret: false,
        hostKey: null,
        ownNetwork: false,
        ...more,
      },
    },
  })
const SECRET = 'PUT /api/destinations/mill/secret'
afterEach(() => vi.unstubAllGlobals())

describe('S3 How a destination is reached', () => {
  it('is written by a manager; the token is emptied once it is kept', async () => {
    const { shown, posts } = await form({}, { [SECRET]: {} })
    await shown.find('#url-mill').setValue('https://mill.example/in')
    await shown.find('#secret-mill').setValue('token')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({
      way: 'interface',
      url: 'https://mill.example/in',
      secret: 'token',
      hostKey: null,
      ownNetwork: false,
      password: '',
    })
    expect((shown.find('#secret-mill').element as HTMLInputElement).value).toBe('')
    expect(shown.find('[role=status]').text()).toBe('Saved.')
    expect(shown.emitted('saved')).toHaveLength(1)
  })
  it('asks for the password when a token would go to another host, and not for another path', async () => {
    const { shown } = await form({ url: 'https://mill.example/in', secret: true })
    expect(shown.find('#password-mill').exists()).toBe(false)
    await shown.find('#url-mill').setValue('https://mill.example/other')
    expect(shown.find('#password-mill').exists()).toBe(false)
    for (const elsewhere of ['https://mill.example.net/in', 'http://mill.example/in', 'https://mill.example:444/in']) {
      await shown.find('#url-mill').setValue(elsewhere)
      expect(shown.find('#password-mill').exists()).toBe(true)
    }
    expect(shown.find('#secret-mill').attributes('placeholder')).toBe('of the new host')
  })
  it('says why it is not taken, and keeps what was typed', async () => {
    const says = 'A token travels over https only. Nothing was changed.'
    const { shown } = await form({}, { [SECRET]: new Refused(422, 'address', says) })
    await shown.find('#secret-mill').setValue('token')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(shown.find('[role=status]').text()).toBe(says)
    expect((shown.find('#secret-mill').element as HTMLInputElement).value).toBe('token')
  })
  it('is shown to others only as far as they need it', async () => {
    const { shown } = await form({ secret: true }, {}, 'assistant')
    expect(shown.find('form').exists()).toBe(false)
    expect(shown.text()).toBe('Delivered through its API.')
    const { shown: unconnected } = await form({}, {}, 'reader')
    expect(unconnected.find('form').exists()).toBe(false)
  })
  it('wants what the way wants: a folder no token, a form nothing at all', async () => {
    const { shown, posts } = await form({}, { [SECRET]: {} })
    await shown.find('#way-mill').setValue('folder')
    expect(shown.find('#secret-mill').exists()).toBe(false)
    await shown.find('#url-mill').setValue('/srv/plant')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)!.body).toMatchObject({ way: 'folder', url: '/srv/plant', hostKey: null })
    await shown.find('#way-mill').setValue('form')
    expect(shown.find('#url-mill').exists()).toBe(false)
    expect(shown.text()).toContain('copy sheet')
  })
  it('shows the key of a server before it is confirmed', async () => {
    const { shown, posts } = await form(
      {},
      { 'POST /api/destinations/mill/server-key': { fingerprint: 'SHA256:Kestrel' }, [SECRET]: {} },
    )
    await shown.find('#way-mill').setValue('sftp')
    await shown.find('#url-mill').setValue('sftp://label@mill.example/in')
    await shown.find('.connection .act').trigger('click')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ url: 'sftp://label@mill.example/in', ownNetwork: false })
    expect((shown.find('#key-mill').element as HTMLInputElement).value).toBe('SHA256:Kestrel')
    expect(shown.find('[role=status]').text()).toContain('saving confirms it')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)!.body).toMatchObject({ way: 'sftp', hostKey: 'SHA256:Kestrel' })
  })
})
