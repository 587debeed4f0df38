/** Puts a text into the clipboard; whether that was allowed. */
export async function copy(text: string): Promise<boolean> {
  try {
    await navigator.clipboard.writeText(text)
    return true
  } catch {
    // without https a browser has no clipboard to write into, but copies what is selected
    return copySelected(text)
  }
}

function copySelected(text: string): boolean {
  const area = document.createElement('textarea')
  area.value = text
  area.style.position = 'fixed'
  document.body.append(area)
  const focused = document.activeElement as HTMLElement | null
  area.select()
  const done = document.execCommand('copy')
  area.remove()
  focused?.focus()
  return done
}
