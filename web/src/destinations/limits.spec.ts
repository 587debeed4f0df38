import { expect, it } from 'vitest'
import type { RuleView } from '../api/types'
import { limitsOf } from './limits'

const rule = (limits: Record<string, string>) => ({ limits }) as unknown as RuleView

it('groups long numbers, cuts long lists and leaves empty limits out', () => {
  expect(limitsOf(rule({ max: '10000000', min: '3000' }))).toBe('max 10,000,000, min 3000')
  expect(limitsOf(rule({ words: 'a; b; c; d; e; f; g; h' }))).toBe('words a, b, c, d, e, f and 2 more')
  expect(limitsOf(rule({ form: '' }))).toBe('')
})
