const DAY = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' })
const SHORT = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' })
const MOMENT = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })

/** Fri 12 Feb 2027 */
export const day = (iso: string) => DAY.format(new Date(iso + 'T12:00')).replace(',', '')
/** 12 Feb */
export const shortDay = (iso: string) => SHORT.format(new Date(iso + 'T12:00'))
/** 23 Nov, 14:02 */
export const moment = (iso: string) => MOMENT.format(new Date(iso))

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
