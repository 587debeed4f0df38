/** Hexadecimal digits as lines of bytes with the letters they spell: `54 49 54 32  TIT2`. */
export function hexLines(digits: string, width: number): string[] {
  const lines: string[] = []
  for (let at = 0; at < digits.length; at += 2 * width) {
    const bytes = digits.slice(at, at + 2 * width).match(/../g) ?? []
    const letters = bytes.map((byte) => {
      const code = parseInt(byte, 16)
      return code >= 0x20 && code < 0x7f ? String.fromCharCode(code) : '·'
    })
    lines.push(`${bytes.join(' ')}  ${letters.join('')}`)
  }
  return lines
}
