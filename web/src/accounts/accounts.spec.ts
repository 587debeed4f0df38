import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { Refused } from '../testing/server'
import { screen } from '../testing/screen'
import AccountScreen from './AccountScreen.vue'
import AccountsScreen from './AccountsScreen.vue'
import EnterScreen from './EnterScreen.vue'
import SignIn from './SignIn.vue'

afterEach(() => vi.unstubAllGlobals())

const account = (id: number, name: string, role: string, more = {}) => ({
  id,
  name,
  role,
  held: false,
  lastSignIn: '2026-11-23T09:12:00Z',
  given: false,
  factor: false,
  factorWanted: false,
  sessions: 1,
  own: id === 1,
  ...more,
})
const ACCOUNTS = [
  account(1, 'M. Arden', 'manager'),
  account(2, 'Sol Pereira-Finch', 'assistant', { factorWanted: true, lastSignIn: null, given: true, sessions: 0 }),
  account(3, 'Auditor', 'reader', { held: true, sessions: 0 }),
]
const LOG = [
  {
    id: 9,
    at: '2026-11-23T09:12:00Z',
    whom: 'Sol Pereira-Finch',
    by: 'M. Arden',
    says: 'created',
    detail: 'assistant',
    address: '127.0.0.1',
  },
]
const house = { 'GET /api/accounts': ACCOUNTS, 'GET /api/accounts/log': LOG }

describe('P1 Signing in', () => {
  it('asks for the second factor when name and password were right, and keeps both', async () => {
    let code = ''
    const { shown, posts } = await screen(SignIn, {
      'POST /api/session': (call: { body: { code: string } }) => {
        code = call.body.code
        return code
          ? new Refused(401, 'wrong-code', 'The code is incorrect.', { field: 'code' })
          : new Refused(401, 'second-factor', 'Enter the code.', { field: 'code' })
      },
    })
    await shown.find('#name').setValue('M. Arden')
    await shown.find('#password').setValue('slack water at dusk')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(shown.find('[role=alert]').exists()).toBe(false)
    expect(shown.find('#password').exists()).toBe(false)
    await shown.find('#code').setValue('123456')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ name: 'M. Arden', password: 'slack water at dusk', code: '123456' })
    expect(shown.find('[role=alert]').text()).toBe('The code is incorrect.')
    expect((shown.find('#code').element as HTMLInputElement).value).toBe('')
  })
  it('keeps the name when the password was wrong', async () => {
    const { shown } = await screen(SignIn, {
      'POST /api/session': new Refused(401, 'wrong-password', 'Name and password do not fit.'),
    })
    await shown.find('#name').setValue('M. Arden')
    await shown.find('#password').setValue('not the password')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect((shown.find('#name').element as HTMLInputElement).value).toBe('M. Arden')
    expect((shown.find('#password').element as HTMLInputElement).value).toBe('')
  })
  it('opens with an issued password only to change it', async () => {
    let must: string | null = 'password'
    const { shown, posts } = await screen(EnterScreen, {
      'GET /api/session': () => ({ name: 'Sol', role: 'assistant', firstVisit: false, must }),
      'PUT /api/account/password': () => ((must = null), {}),
    })
    expect(shown.find('h1').text()).toBe('Choose your own password')
    await shown.find('#password-before').setValue('abcde-fghjk-mnpqr-stuvw')
    await shown.find('#password-fresh').setValue('slack water at dusk')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ password: 'abcde-fghjk-mnpqr-stuvw', fresh: 'slack water at dusk' })
  })
})

describe('P1 Accounts of the house', () => {
  it('says who may do what, who is on hold, whose password was not changed yet', async () => {
    const { shown } = await screen(AccountsScreen, house)
    const rows = shown.findAll('tbody > tr').map((row) => row.text())
    expect(rows[0]).toContain('you')
    expect(rows[1]).toContain('password issued, not changed yet')
    expect(rows[1]).toContain('required, not set up yet')
    expect(rows[1]).toContain('never')
    expect(rows[2]).toContain('suspended')
    expect(shown.find('.log').text()).toContain('Sol Pereira-Finch created: assistant')
  })
  it('shows an issued password once', async () => {
    const { shown, posts } = await screen(AccountsScreen, {
      ...house,
      'POST /api/accounts': { account: 2, password: 'abcde-fghjk-mnpqr-stuvw', until: '2026-11-30T09:12:00Z' },
    })
    await shown.find('.title button').trigger('click')
    await shown.find('#account-name').setValue('Sol Pereira-Finch')
    await shown.find('input[type=checkbox]').setValue(true)
    await shown.find('#own-again').setValue('slack water at dusk')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({
      password: 'slack water at dusk',
      name: 'Sol Pereira-Finch',
      role: 'assistant',
      factorWanted: true,
    })
    expect(shown.find('.given').text()).toContain('abcde-fghjk-mnpqr-stuvw')
    await shown.findAll('.given .act').at(-1)!.trigger('click')
    expect(shown.text()).not.toContain('abcde-fghjk')
  })
  it('says why the last manager stays one', async () => {
    const { shown } = await screen(AccountsScreen, {
      ...house,
      'PUT /api/accounts/1': new Refused(409, 'last-manager', 'This is the only active manager.'),
    })
    await shown
      .findAll('tbody .act')
      .find((each) => each.text() === 'Edit…')!
      .trigger('click')
    await shown.find('#own-again').setValue('slack water at dusk')
    await shown
      .findAll('.account-form .act')
      .find((each) => each.text() === 'Suspend')!
      .trigger('click')
    await flushPromises()
    expect(shown.find('.account-form [role=alert]').text()).toBe('This is the only active manager.')
  })
})

const OWN = {
  name: 'M. Arden',
  role: 'manager',
  must: null,
  factorWanted: false,
  factorSince: null,
  recoveryCodes: 0,
  sessions: [
    {
      id: 'a',
      address: '127.0.0.1',
      browser: 'Firefox, Linux',
      begun: '2026-11-23T09:12:00Z',
      used: '2026-11-23T09:20:00Z',
      here: true,
    },
    {
      id: 'b',
      address: '192.0.2.7',
      browser: 'Safari, iPhone',
      begun: '2026-11-22T20:00:00Z',
      used: '2026-11-22T20:10:00Z',
      here: false,
    },
  ],
}

describe('P1 One’s own account', () => {
  it('sets up a second factor: password, secret, code, recovery codes', async () => {
    const { shown, posts } = await screen(AccountScreen, {
      'GET /api/account': OWN,
      'POST /api/account/factor': { key: 'ABCD EFGH', address: 'otpauth://totp/x', square: ['10', '01'] },
      'PUT /api/account/factor': { recoveryCodes: ['aaaa-bbbb-cccc-dddd', 'eeee-ffff-gggg-hhhh'] },
    })
    await shown
      .findAll('.act')
      .find((each) => each.text() === 'Set up…')!
      .trigger('click')
    await shown.find('#factor-password').setValue('slack water at dusk')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(shown.find('.key').text()).toBe('ABCD EFGH')
    expect(shown.find('svg path').attributes('d')).toBe('M0 0h1v1h-1zM1 1h1v1h-1z')
    await shown.find('#factor-code').setValue('123456')
    await shown.find('form').trigger('submit')
    await flushPromises()
    expect(posts().at(-1)!.body).toEqual({ code: '123456' })
    expect(shown.findAll('.codes li').map((each) => each.text())).toEqual([
      'aaaa-bbbb-cccc-dddd',
      'eeee-ffff-gggg-hhhh',
    ])
  })
  it('ends a session that was begun elsewhere, never the one here', async () => {
    const { shown, posts } = await screen(AccountScreen, {
      'GET /api/account': OWN,
      'DELETE /api/account/sessions/b': {},
    })
    const rows = shown.findAll('tbody tr')
    expect(rows[0]!.find('.act').exists()).toBe(false)
    await rows[1]!.find('.act').trigger('click')
    await flushPromises()
    expect(posts().at(-1)).toMatchObject({ method: 'DELETE', path: '/api/account/sessions/b' })
  })
})
