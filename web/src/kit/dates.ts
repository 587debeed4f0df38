const DAY = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' })
const SHORT = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' })
const TIME = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' })
const MOMENT_OF_A_YEAR = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  hour: '2-digit',
  minute: '2-digit',
})
const MOMENT = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })

/** Fri 12 Feb 2027 */
export const day = (iso: string) => DAY.format(new Date(iso + 'T12:00')).replace(',', '')
/** 12 Feb */
export const shortDay = (iso: string) => SHORT.format(new Date(iso + 'T12:00'))
/** 23 Nov, 14:02; with the year when it is not this one */
export function moment(iso: string, now = new Date()): string {
  const at = new Date(iso)
  return (at.getFullYear() === now.getFullYear() ? MOMENT : MOMENT_OF_A_YEAR).format(at)
}
/** 14:02 */
export const time = (iso: string) => TIME.format(new Date(iso))

/** Days from one ISO date to another. */
export const between = (from: string, to: string) => Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000)

/** in 81 days, today, 24 days ago */
export function distance(days: number): string {
  if (days === 0) return 'today'
  if (days === 1) return 'tomorrow'
  if (days === -1) return 'yesterday'
  if (days < -700) return `${Math.round(-days / 365)} years ago`
  return days > 0 ? `in ${days} days` : `${-days} days ago`
}

/** 12.3 MB */
export function bytes(count: number): string {
  if (count < 1000) return `${count} bytes`
  if (count < 1e6) return `${(count / 1e3).toFixed(0)} kB`
  return `${(count / 1e6).toFixed(1)} MB`
}
