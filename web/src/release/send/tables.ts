/** Rows of a CSV text (RFC 4180), to be shown. */
export function cells(csv: string): string[][] {
  const rows: string[][] = []
  let row: string[] = []
  let cell = ''
  let quoted = false
  for (let i = 0; i < csv.length; i++) {
    const at = csv[i]!
    if (quoted) {
      if (at !== '"') cell += at
      else if (csv[i + 1] === '"') {
        cell += '"'
        i++
      } else quoted = false
    } else if (at === '"') quoted = true
    else if (at === ',' || at === '\n') {
      row.push(cell.replace(/\r$/, ''))
      cell = ''
      if (at === '\n') {
        rows.push(row)
        row = []
      }
    } else cell += at
  }
  if (cell || row.length) rows.push([...row, cell])
  return rows
}
