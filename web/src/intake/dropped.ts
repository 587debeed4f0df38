/** A file with the folder it lay in, within what was dropped or picked. */
export interface Found {
  file: File
  folder: string
}

/** Everything in what was dropped, folders opened; must be called at once, since the browser forgets it after the event. */
export async function dropped(transfer: DataTransfer | null): Promise<Found[]> {
  const entries = [...(transfer?.items ?? [])].map((item) => item.webkitGetAsEntry?.() ?? null)
  const plain = [...(transfer?.files ?? [])]
  if (!entries.some((entry) => entry?.isDirectory)) return plain.map((file) => ({ file, folder: '' }))
  const found: Found[] = []
  for (const entry of entries) if (entry) await walk(entry, '', found)
  return found
}

async function walk(entry: FileSystemEntry, folder: string, found: Found[]) {
  if (entry.isFile) {
    const file = await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject))
    if (!hidden(file.name)) found.push({ file, folder })
    return
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader()
  const inside = folder ? `${folder}/${entry.name}` : entry.name
  // a reader gives a hundred entries at most and wants to be asked again
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject))
    if (!some.length) return
    for (const each of some) await walk(each, inside, found)
  }
}

/** What a picker gave; with a folder chosen each file tells its path. */
export function picked(files: FileList | null): Found[] {
  return [...(files ?? [])]
    .filter((file) => !hidden(file.name))
    .map((file) => ({ file, folder: file.webkitRelativePath.split('/').slice(0, -1).join('/') }))
}

/** Files that operating systems leave in folders; nobody means to hand them over. */
function hidden(name: string) {
  return name.startsWith('.') || name === 'Thumbs.db' || name === 'desktop.ini'
}
