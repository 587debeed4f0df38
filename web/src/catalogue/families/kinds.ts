/** What the kinds of spellings are called. */
export const KINDS: Record<string, { many: string; two: string }> = {
  people: { many: 'People', two: 'These are different people' },
  labels: { many: 'Labels', two: 'These are different labels' },
  genres: { many: 'Genres', two: 'These are different genres' },
  keywords: { many: 'Keywords', two: 'These are different words' },
  series: { many: 'Series', two: 'These are different series' },
  'work-titles': { many: 'Work titles', two: 'These are different works' },
}

/** Which kind the values of a column of the catalogue are, by the id of its fact; a list of people holds people. */
export function kindOf(field: string | null | undefined, type: string | null | undefined): string | null {
  const byField: Record<string, string> = {
    'release.label': 'labels',
    'release.genre': 'genres',
    'track.genre': 'genres',
    'release.keywords': 'keywords',
    'recording.keywords': 'keywords',
    'release.series': 'series',
    'work.workTitle': 'work-titles',
  }
  if (type && ['names', 'credits', 'writers', 'publishers', 'participants'].includes(type)) return 'people'
  return byField[field ?? ''] ?? null
}
