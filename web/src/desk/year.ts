import type { DateAhead } from '../api/types'

/** What is on a day: a release that comes out, or the last day to deliver one, and to whom. */
export interface YearEntry {
  date: string
  kind: string
  releaseId: number
  release: string
  destinations: string[]
}
export interface YearMonth {
  /** As ISO writes it: 2026-12. */
  key: string
  name: string
  entries: YearEntry[]
}

const NAME = new Intl.DateTimeFormat('en-GB', { month: 'long', year: 'numeric', timeZone: 'UTC' })

/** The twelve months from a day on, each with its dates; last days of one release on one day are one entry. */
export function yearOf(today: string, dates: DateAhead[]): YearMonth[] {
  const months: YearMonth[] = []
  const at = new Date(today.slice(0, 7) + '-01T00:00:00Z')
  for (let i = 0; i < 12; i++, at.setUTCMonth(at.getUTCMonth() + 1))
    months.push({ key: at.toISOString().slice(0, 7), name: NAME.format(at), entries: [] })
  for (const { date, kind, releaseId, release, destination } of dates) {
    const month = months.find((each) => each.key === date.slice(0, 7))
    if (!month) continue
    let entry = month.entries.find((each) => each.date === date && each.kind === kind && each.releaseId === releaseId)
    if (!entry) month.entries.push((entry = { date, kind, releaseId, release, destinations: [] }))
    if (destination) entry.destinations.push(destination)
  }
  return months
}
