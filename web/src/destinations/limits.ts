import type { RuleView } from '../api/types'

/** A rule's limits for reading: long numbers grouped, long lists cut. */
export const limitsOf = (rule: RuleView) =>
  Object.entries(rule.limits)
    .filter(([, value]) => value !== '')
    .map(([name, value]) => `${name} ${shown(value)}`)
    .join(', ')

function shown(value: string): string {
  if (/^\d{5,}$/.test(value)) return Number(value).toLocaleString('en-GB')
  const words = value.split('; ')
  return words.length > 6 ? `${words.slice(0, 6).join(', ')} and ${words.length - 6} more` : words.join(', ')
}
