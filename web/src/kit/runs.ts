/** Tracks in words, what follows one another as a span: “track 4”, “tracks 1–3, 7”. */
export function runs(tracks: number[]): string {
  const sorted = [...new Set(tracks)].sort((a, b) => a - b)
  const spans: [number, number][] = []
  for (const each of sorted) {
    const last = spans.at(-1)
    if (last && each === last[1] + 1) last[1] = each
    else spans.push([each, each])
  }
  const says = spans.map(([from, to]) =>
    from === to ? `${from}` : to === from + 1 ? `${from}, ${to}` : `${from}–${to}`,
  )
  return `${sorted.length === 1 ? 'track' : 'tracks'} ${says.join(', ')}`
}
